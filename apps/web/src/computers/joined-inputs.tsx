import {
  freeId,
  ledBy,
  listensToJoined,
  listenTo,
  movedTracks,
  newJoined,
  putJoined,
  removeJoined,
  withMember,
  withMemberMoved,
  withMembers,
  type ComputerPage,
  type JoinedInput,
  type JoinedPage,
  type ListedEntry,
  type Rig,
} from '@diaphon/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState, type DragEvent } from 'react';
import { Button } from '../look/button';
import { count, figure } from '../look/figures';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';
import { Ruler } from './ruler';

/** Streams with channels in that are not members yet. */
const addable = ({ entries }: ComputerPage, { members }: Pick<JoinedInput, 'members'>): ListedEntry[] =>
  entries.filter(
    ({ inputs, device, stream }) =>
      inputs > 0 && !members.some((one) => one.device === device && one.stream === stream),
  );

interface OneJoinedProps {
  rig: Rig;
  joined: JoinedInput;
  page: JoinedPage;
  computer: ComputerPage;
}

/** A joined input being put together: who is in it, in what order, who leads, and the numbers that gives. */
const OneJoined = ({ rig, joined, page, computer }: OneJoinedProps) => {
  const edit = useEdit();
  const [dragged, setDragged] = useState<number | null>(null);
  const put = (next: JoinedInput, announce = false) =>
    edit((now) => putJoined(now, next), { key: `joined ${joined.id}`, announce });
  const move = (from: number, to: number) => {
    if (to < 0 || to >= joined.members.length || to === from) return;
    const next = withMemberMoved(joined, from, to);
    put(next, movedTracks(rig, next).length > 0);
  };
  // What is dragged takes its place as it goes: the numbers under it are drawn anew.
  const over = (at: number) => (event: DragEvent) => {
    event.preventDefault();
    if (dragged === null || dragged === at) return;
    move(dragged, at);
    setDragged(at);
  };
  // In the order of the document: what is worked out of it comes a moment later.
  const members = joined.members.flatMap(({ device, stream }, at) =>
    page.members
      .filter((one) => one.device === device && one.stream === stream)
      .map((member) => ({ member, at })),
  );
  const more = addable(computer, joined);
  const drifting = page.members.filter(({ isDrifting }) => isDrifting).length;
  return (
    <li aria-label={joined.name} className="space-y-2 border-l-2 border-line pl-2">
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-0 flex-1">
          <span className="text-[12.5px] text-faint">
            {count(page.marks.length, 'channel', 'channels')};{' '}
            {page.usedBy.length > 0 ? `${page.usedBy.join(', ')} listens to it` : 'nothing listens to it yet'}
          </span>
          <input
            className="field block w-full"
            aria-label="Name of the joined input"
            key={joined.name}
            defaultValue={joined.name}
            maxLength={200}
            onBlur={({ target }) => {
              const name = target.value.trim();
              if (name && name !== joined.name) put({ ...joined, name });
            }}
          />
        </label>
        <Button onClick={() => edit((now) => removeJoined(now, joined.id), { announce: true })}>
          Take apart
        </Button>
      </div>
      <ol className="space-y-1">
        {members.map(({ member, at }) => (
          <li
            key={`${member.device} ${member.stream}`}
            aria-label={member.label}
            draggable
            onDragStart={() => setDragged(at)}
            onDragOver={over(at)}
            onDragEnd={() => setDragged(null)}
            className={`flex flex-wrap items-center gap-x-2 border bg-sheet px-2 py-1 ${dragged === at ? 'border-ink' : 'border-line'}`}
          >
            <span className="min-w-0 flex-1 basis-[170px]">
              {member.label}
              {!member.isPlugged && <b className="block text-fault">Not plugged in: all of it is down</b>}
            </span>
            <span className="flex items-center gap-1">
              <Button
                kind="quiet"
                aria-label={`Move ${member.label} earlier`}
                aria-disabled={at === 0}
                className="aria-disabled:opacity-40"
                onClick={() => move(at, at - 1)}
              >
                <ArrowUp size={16} aria-hidden />
              </Button>
              <Button
                kind="quiet"
                aria-label={`Move ${member.label} later`}
                aria-disabled={at === joined.members.length - 1}
                className="aria-disabled:opacity-40"
                onClick={() => move(at, at + 1)}
              >
                <ArrowDown size={16} aria-hidden />
              </Button>
              <Button
                kind="quiet"
                aria-label={`Take ${member.label} out`}
                onClick={() =>
                  put(
                    withMembers(
                      joined,
                      joined.members.filter((_, index) => index !== at),
                    ),
                  )
                }
              >
                Take out
              </Button>
            </span>
            <span className="flex basis-full flex-wrap items-center gap-x-4">
              <label className="flex min-h-[30px] items-center gap-1.5 text-[13px]">
                <input
                  type="radio"
                  name={`leads ${joined.id}`}
                  checked={member.isLeading}
                  onChange={() => put(ledBy(joined, member.device))}
                />
                leads the clock
              </label>
              {!member.isLeading && (
                <Toggle
                  label="Resampled to it"
                  on={member.isResampled}
                  onChange={(resampled) =>
                    put({
                      ...joined,
                      members: joined.members.map((one, index) =>
                        index === at ? { ...one, resampled } : one,
                      ),
                    })
                  }
                />
              )}
            </span>
          </li>
        ))}
      </ol>
      {(drifting > 0 || !page.hasLeader) && page.members.length > 1 && (
        <p className="font-bold text-fault">
          {page.hasLeader
            ? `${count(drifting, 'member drifts', 'members drift')}`
            : 'Nobody leads: members drift'}{' '}
          up to {figure(computer.driftMsPerHour, 0)} ms apart in an hour, with clicks.
        </p>
      )}
      {more.length > 0 && (
        <label className="block">
          <span className="sr-only">Add to {joined.name}</span>
          <select
            className="field block w-full"
            aria-label={`Add to ${joined.name}`}
            value=""
            onChange={({ target }) => {
              const entry = more.find(({ device, stream }) => `${device} ${stream}` === target.value);
              if (entry) put(withMember(joined, entry));
            }}
          >
            <option value="">Add another device …</option>
            {more.map(({ device, stream, label, inputs }) => (
              <option key={`${device} ${stream}`} value={`${device} ${stream}`}>
                {label}, {inputs} in
              </option>
            ))}
          </select>
        </label>
      )}
      <div className="flex flex-wrap gap-1.5">
        {rig.apps
          .filter(({ id, kind }) => kind === 'recorder' && computer.apps.some((app) => app.id === id))
          .filter((app) => !listensToJoined(rig, app, joined.id))
          .map((app) => (
            <Button key={app.id} onClick={() => edit((now) => listenTo(now, app, { joined: joined.id }))}>
              Let {app.name} listen to it
            </Button>
          ))}
      </div>
      {page.marks.length > 0 && <Ruler name={joined.name} members={page.members} marks={page.marks} />}
    </li>
  );
};

/** Several devices as one input: put together, in order, with one clock. */
export const JoinedInputs = ({ rig, page }: { rig: Rig; page: ComputerPage }) => {
  const edit = useEdit();
  // What is on a computer's own jack is not joined unasked.
  const outside = page.entries.filter(({ inputs, device }) => inputs > 0 && device !== page.device);
  const first = outside.filter(({ device }, at) => outside.findIndex((one) => one.device === device) === at);
  return (
    <section aria-label="Joined inputs">
      <h3 className="font-bold">Joined inputs</h3>
      {page.joined.length === 0 && (
        <p className="mb-1 text-[12.5px] text-faint">
          A recorder opens one entry. To record several devices at once, join them into one input; their order
          makes the channel numbers.
        </p>
      )}
      <ul className="space-y-4">
        {page.joined.map((one) => {
          const joined = rig.joinedInputs.find(({ id }) => id === one.id);
          return joined && <OneJoined key={one.id} rig={rig} joined={joined} page={one} computer={page} />;
        })}
      </ul>
      {outside.length > 0 && page.joined.length === 0 && (
        <Button
          className="mt-1.5"
          onClick={() =>
            edit((now) => putJoined(now, newJoined(freeId(now, 'joined'), page.device, first)), {
              announce: true,
            })
          }
        >
          {first.length > 1 ? `Join the ${first.length} devices it lists` : 'Begin a joined input'}
        </Button>
      )}
    </section>
  );
};

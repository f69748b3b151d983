import { Fragment } from 'react';
import {
  atRate,
  freeId,
  listensToJoined,
  listenTo,
  newJoined,
  putJoined,
  removeJoined,
  SIDES,
  type ComputerPage,
  type JoinedInput,
  type JoinedPage,
  type Rig,
} from '@diaphon/core';
import { RateField } from '../fields/rate-field';
import { Button } from '../look/button';
import { count, figure } from '../look/figures';
import { useEdit } from '../store/use-edit';
import { JoinedMembers } from './joined-members';
import { Ruler } from './ruler';

interface OneJoinedProps {
  rig: Rig;
  joined: JoinedInput;
  page: JoinedPage;
  computer: ComputerPage;
}

/** A joined input being put together: who is in it, in what order, who leads, and the numbers that gives. */
const OneJoined = ({ rig, joined, page, computer }: OneJoinedProps) => {
  const edit = useEdit();
  const put = (next: JoinedInput, announce = false) =>
    edit((now) => putJoined(now, next), { key: `joined ${joined.id}`, announce });
  const all = [...page.members, ...page.outputs];
  const drifting = all.filter(({ isDrifting }) => isDrifting).length;
  return (
    <li aria-label={joined.name} className="space-y-2 border-l-2 border-line pl-2">
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-0 flex-1">
          <span className="text-[12.5px] text-faint">
            {count(page.marks.length, 'channel', 'channels')};{' '}
            {page.usedBy.length > 0
              ? `${page.usedBy.join(', ')} ${page.usedBy.length === 1 ? 'uses' : 'use'} it`
              : 'nothing uses it yet'}
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
      {SIDES.map((side) => (
        <Fragment key={side}>
          {side === 'output' && page.outputs.length > 0 && (
            <h4 className="text-[12.5px] text-faint">What plays into it comes out of</h4>
          )}
          <JoinedMembers
            rig={rig}
            joined={joined}
            side={side}
            rows={side === 'input' ? page.members : page.outputs}
            entries={computer.entries}
            put={put}
          />
        </Fragment>
      ))}
      <RateField
        label={`Sample rate of ${joined.name}`}
        value={joined.rateHz}
        none="at the rate its devices run at"
        onChange={(rateHz) => put(atRate(joined, rateHz))}
      />
      {(drifting > 0 || !page.hasLeader) && all.length > 1 && (
        <p className="font-bold text-fault">
          {page.hasLeader
            ? `${count(drifting, 'member drifts', 'members drift')}`
            : 'Nobody leads: members drift'}{' '}
          up to {figure(computer.driftMsPerHour, 0)} ms apart in an hour, with clicks.
        </p>
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

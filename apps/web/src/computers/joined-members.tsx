import {
  ledBy,
  membersOn,
  movedTracks,
  withMember,
  withMemberMoved,
  withMembers,
  type JoinedInput,
  type JoinedMemberRow,
  type ListedEntry,
  type MovedTrack,
  type Rig,
  type Side,
} from '@diaphon/core';
import { ArrowDown, ArrowUp } from 'lucide-react';
import { useState, type DragEvent } from 'react';
import { Button } from '../look/button';
import { Toggle } from '../look/toggle';

const SIDE_WORDS: Record<Side, { list: string; add: (name: string) => string; first: string; unit: string }> =
  {
    input: { list: 'Inputs', add: (name) => `Add to ${name}`, first: 'Add another device …', unit: 'in' },
    output: {
      list: 'What plays into it comes out of',
      add: (name) => `Add an output to ${name}`,
      first: 'Add an output …',
      unit: 'out',
    },
  };

/** "Keeper moves from 3 to 2", "Guest loses its channel and is left on 2". */
const movedWords = ({ name, from, to }: MovedTrack): string =>
  to === undefined
    ? `${name} loses its channel and is left on ${from}`
    : `${name} moves from ${from} to ${to}`;

interface MembersProps {
  rig: Rig;
  joined: JoinedInput;
  side: Side;
  rows: readonly JoinedMemberRow[];
  entries: readonly ListedEntry[];
  put: (next: JoinedInput, announce?: boolean) => void;
}

/** What is joined on one side, in order: moved by dragging or by keys, led, resampled, taken out. */
export const JoinedMembers = ({ rig, joined, side, rows, entries, put }: MembersProps) => {
  const [dragged, setDragged] = useState<number | null>(null);
  const [leaving, setLeaving] = useState<number | null>(null);
  const own = membersOn(joined, side);
  const words = SIDE_WORDS[side];
  const move = (from: number, to: number) => {
    if (to < 0 || to >= own.length || to === from) return;
    const next = withMemberMoved(joined, from, to, side);
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
  const members = own.flatMap(({ device, stream }, at) =>
    rows.filter((one) => one.device === device && one.stream === stream).map((member) => ({ member, at })),
  );
  const without = (at: number) =>
    withMembers(
      joined,
      own.filter((_, index) => index !== at),
      side,
    );
  const takeOut = (at: number) => {
    setLeaving(null);
    put(without(at), true);
  };
  const more = entries.filter(
    ({ inputs, outputs, device, stream }) =>
      (side === 'input' ? inputs : outputs) > 0 &&
      !own.some((one) => one.device === device && one.stream === stream),
  );
  const moves = leaving === null || leaving >= own.length ? [] : movedTracks(rig, without(leaving));
  return (
    <>
      <ol className="space-y-1" aria-label={`${words.list}: ${joined.name}`}>
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
                aria-disabled={at === own.length - 1}
                className="aria-disabled:opacity-40"
                onClick={() => move(at, at + 1)}
              >
                <ArrowDown size={16} aria-hidden />
              </Button>
              <Button
                kind="quiet"
                aria-label={`Take ${member.label} out`}
                onClick={() => (movedTracks(rig, without(at)).length > 0 ? setLeaving(at) : takeOut(at))}
              >
                Take out
              </Button>
            </span>
            {leaving === at && moves.length > 0 && (
              <div
                role="group"
                aria-label={`Taking ${member.label} out`}
                className="basis-full border-t border-line py-1"
              >
                <p>Tracks follow their channels: {moves.map(movedWords).join(', ')}.</p>
                <p className="mt-1 flex flex-wrap gap-1.5">
                  <Button onClick={() => takeOut(at)}>Take it out, and let tracks follow</Button>
                  <Button kind="quiet" onClick={() => setLeaving(null)}>
                    Leave it
                  </Button>
                </p>
              </div>
            )}
            <span className="flex basis-full flex-wrap items-center gap-x-4">
              <label className="flex min-h-[30px] items-center gap-1.5 text-[13px]">
                <input
                  type="radio"
                  name={`leads ${joined.id} ${side}`}
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
                    put(withMembers(joined, own.with(at, { ...own[at]!, resampled }), side))
                  }
                />
              )}
            </span>
          </li>
        ))}
      </ol>
      {more.length > 0 && (
        <label className="block">
          <span className="sr-only">{words.add(joined.name)}</span>
          <select
            className="field block w-full"
            aria-label={words.add(joined.name)}
            value=""
            onChange={({ target }) => {
              const entry = more.find(({ device, stream }) => `${device} ${stream}` === target.value);
              if (entry) put(withMember(joined, entry, side));
            }}
          >
            <option value="">{words.first}</option>
            {more.map(({ device, stream, label, inputs, outputs }) => (
              <option key={`${device} ${stream}`} value={`${device} ${stream}`}>
                {label}, {side === 'input' ? inputs : outputs} {words.unit}
              </option>
            ))}
          </select>
        </label>
      )}
    </>
  );
};

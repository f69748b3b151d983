import { sortBy } from 'es-toolkit';
import { testCall, type TestStep } from '../offers';
import type { Solved } from '../checks';
import { isRecorder, lookup } from '../rig';
import type { Move } from './moves';
import { MINUTES, shortly } from './words';

/** What is looked at and listened to once all stands: meters that move and those that do not, the call, a take, the show. */

/** Of the meters that move, the highest: what a step has room for. */
const MOST_METERS = 4;
const unit = (level: number): string => `${level.toFixed(0)}`.replace('-', '−');

const heard = (
  { name, say, moves, still, questions }: TestStep,
  at: number,
): Omit<Move, 'needs' | 'places'> => ({
  key: `hear ${at}`,
  kind: 'hear',
  of: String(at),
  change: (rig) => rig,
  said: {
    do: say,
    why: `What moves is ${name} alone; what moves and should not is a wrong lead or send.`,
    details: [
      ...sortBy(moves, [({ level }) => -level])
        .slice(0, MOST_METERS)
        .map(
          ({ meter, device, level, unit: of }) => `Moves: ${meter}, ${device}, about ${unit(level)} ${of}`,
        ),
      ...(still.length > 0 ? [`Stays still: ${shortly(still)}`] : []),
      ...questions.map(({ question, answer }) => `${question} ${answer === 'yes' ? 'Yes' : 'No'}`),
    ],
    minutes: MINUTES.test,
  },
});

/** The steps behind all that is plugged and turned, one after the other. @param before keys of all others */
export const checkMoves = (solved: Solved, before: readonly string[]): Move[] => {
  const { rig } = solved;
  const computers = rig.apps.filter(({ kind }) => isRecorder(kind));
  const recorders = rig.devices.filter(({ id }) =>
    ['recorder', 'camera'].includes(lookup(rig).modelOf(id)?.kind ?? ''),
  );
  const all = new Set([
    ...computers.map(({ computer }) => lookup(rig).device(computer)?.place ?? ''),
    ...recorders.map(({ place }) => place),
  ]);
  // With recorders at several places somebody stands at each.
  const places = all.size === 1 ? [...all] : [];
  const script = testCall(solved);
  const call = rig.apps.filter(({ kind }) => kind === 'call');
  const names = [...computers, ...recorders].map(({ name }) => name);
  const still = { of: '', change: (one: typeof rig) => one, places };
  const rows: Omit<Move, 'needs'>[] = [
    ...script.steps.map((step, at) => ({ ...heard(step, at), places })),
    ...(call.length > 0
      ? [
          {
            ...still,
            key: 'call',
            kind: 'call' as const,
            said: {
              do: `Test call in ${call.map(({ name }) => name).join(' and ')}, before the doors open`,
              why: 'Who hears whom, who hears themselves, who is late: one after the other, alone.',
              minutes: MINUTES.call,
            },
          },
        ]
      : []),
    ...(names.length > 0
      ? [
          {
            ...still,
            key: 'take',
            kind: 'take' as const,
            said: {
              do: `Record twenty seconds with ${names.join(' and ')}, and listen to the file`,
              why: 'Each track alone, from the file and not from the desk: what is not in it was not recorded.',
              details: [
                'Room for the length planned, and half again',
                'Batteries and cards',
                'The recorder’s clock',
              ],
              minutes: MINUTES.take,
            },
          },
          {
            ...still,
            key: 'record',
            kind: 'record' as const,
            said: {
              do: `Record with ${names.join(' and ')}`,
              why: 'All that was planned stands.',
              minutes: MINUTES.turn,
            },
          },
        ]
      : []),
  ];
  return rows.map((row, at) => ({
    ...row,
    needs: new Set([...before, ...rows.slice(0, at).map(({ key }) => key)]),
  }));
};

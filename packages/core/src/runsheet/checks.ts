import { sortBy } from 'es-toolkit';
import { testCall, type TestStep } from '../offers';
import type { Solved } from '../checks';
import { listed } from '../feeds';
import { hasAudience, hasFarEnd, isRecorder } from '../rig';
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
  const { rig, heard: arriving, find } = solved;
  const computers = rig.apps.filter(({ kind }) => isRecorder(kind));
  const recorders = rig.devices.filter(({ id }) =>
    arriving.sinks.some(
      ({ device, kind, app }) =>
        device === id && app === undefined && (kind === 'track' || kind === 'camera'),
    ),
  );
  const streams = rig.apps.filter(({ kind }) => hasAudience(kind));
  const calls = rig.apps.filter(({ kind }) => hasFarEnd(kind));
  const all = new Set([
    ...[...computers, ...streams].map(({ computer }) => find.device(computer)?.place ?? ''),
    ...recorders.map(({ place }) => place),
  ]);
  // With recorders at several places somebody stands at each.
  const places = all.size === 1 ? [...all] : [];
  const namesOf = (named: readonly { name: string }[]) => listed(named.map(({ name }) => name));
  const kept = [...computers, ...recorders];
  const test = (kind: 'call' | 'take' | 'record', key: string, said: Move['said']): Omit<Move, 'needs'> => ({
    key,
    kind,
    of: '',
    places,
    change: (one) => one,
    said: said!,
  });
  const rows: Omit<Move, 'needs'>[] = [
    ...testCall(solved).steps.map((step, at) => ({ ...heard(step, at), places })),
    ...(calls.length > 0
      ? [
          test('call', 'call', {
            do: `Test call in ${namesOf(calls)}, before the doors open`,
            why: 'Who hears whom, who hears themselves, who is late: one after the other, alone.',
            minutes: MINUTES.call,
          }),
        ]
      : []),
    ...(kept.length > 0
      ? [
          test('take', 'take', {
            do: `Record twenty seconds with ${namesOf(kept)}, and listen to the file`,
            why: 'Each track alone, from the file and not from the desk: what is not in it was not recorded.',
            details: [
              'Room for the length planned, and half again',
              'Batteries and cards',
              'The recorder’s clock',
            ],
            minutes: MINUTES.take,
          }),
        ]
      : []),
    ...(streams.length > 0
      ? [
          test('take', 'take stream', {
            do: `Send a minute with ${namesOf(streams)} where nobody follows it, and listen to it there`,
            why: 'What the audience hears is heard nowhere else: on a telephone, with its own loudspeaker.',
            minutes: MINUTES.take,
          }),
        ]
      : []),
    ...(kept.length + streams.length > 0
      ? [
          test('record', 'record', {
            do: [
              ...(kept.length > 0 ? [`Record with ${namesOf(kept)}`] : []),
              ...(streams.length > 0
                ? [`${kept.length > 0 ? 'go' : 'Go'} live with ${namesOf(streams)}`]
                : []),
            ].join(', then '),
            why: 'All that was planned stands.',
            minutes: MINUTES.turn,
          }),
        ]
      : []),
  ];
  return rows.map((row, at) => ({
    ...row,
    needs: new Set([...before, ...rows.slice(0, at).map(({ key }) => key)]),
  }));
};

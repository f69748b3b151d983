import { minBy } from 'es-toolkit';
import { listed, type FarEcho } from '../feeds';
import { CANCELLER_DB, CANCELLER_REACHES_MS, putFarEnd, type App, type FarEnd } from '../rig';
import { leastEchoLossDb } from '../units';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';

/** What a far end can do about its own loudspeaker: what costs nothing first. */
const ask = ({ rig }: Solved, app: App, farEnd: FarEnd): Fix[] => {
  const { name, canceller, listensBy } = farEnd;
  const fix = (label: string, change: Partial<FarEnd>): Fix => ({
    label,
    edit: { ...putFarEnd(rig, app, { ...farEnd, ...change }), label },
  });
  return [
    ...(canceller
      ? []
      : [fix(`Ask ${name} to switch the echo canceller of the call on`, { canceller: true })]),
    ...(listensBy === 'headset' ? [] : [fix(`Ask ${name} to put a headset on`, { listensBy: 'headset' })]),
  ];
};

const cancellerWords = ({ canceller, speakerMs = 0 }: FarEnd): string =>
  canceller && speakerMs > CANCELLER_REACHES_MS
    ? ` Their echo canceller is on, but does not look for what is ${figureText(speakerMs, 0)} ms late.`
    : canceller
      ? ''
      : ` Their echo canceller is off; on, it takes about ${CANCELLER_DB} dB away.`;

/** Voices that come back out of a far end's open loudspeaker. */
export const farEcho: Check = (solved) => {
  const { find, feeds } = solved;
  const by = new Map<string, FarEcho[]>();
  for (const one of feeds.farEchoes) {
    const key = `${one.app} ${one.farEnd.id}`;
    by.set(key, [...(by.get(key) ?? []), one]);
  }
  return [...by.values()].flatMap((all): Found[] => {
    const worst = minBy(all, ({ lossDb }) => lossDb)!;
    const { lateMs, lossDb } = worst;
    const app = find.app(worst.app)!;
    const farEnd = app.farEnds!.find(({ id }) => id === worst.farEnd.id)!;
    const names = [...new Set(all.map(({ speaker }) => speaker.name))];
    return [
      finding({
        code: 'far-echo',
        severity: 'fault',
        title: `${listed(names)} ${names.length > 1 ? 'hear' : 'hears'} themselves ${figureText(lateMs, 0)} ms late, out of ${farEnd.name}’s loudspeaker`,
        why: `What ${app.name} sends comes out of a loudspeaker at ${farEnd.name} and into the microphone beside it, ${figureText(lossDb, 0)} dB weaker than ${farEnd.name}.${cancellerWords(farEnd)} Nothing here can take it away: it has to be stopped where it begins.`,
        places: [{ device: app.computer }],
        about: [{ device: app.computer, control: `${app.id} ${farEnd.id}` }],
        figures: [
          {
            label: 'Late by',
            value: lateMs,
            unit: 'ms',
            from: 'network there and back, programs and converters here',
          },
          {
            label: `Weaker than ${farEnd.name}`,
            value: lossDb,
            unit: 'dB',
            from: 'their loudspeaker in their microphone (common practice), less what their canceller takes (ITU-T G.167, from memory)',
          },
          {
            label: 'Would have to be weaker by',
            value: leastEchoLossDb(lateMs / 2),
            unit: 'dB',
            from: 'ITU-T G.131 for a voice that late, less 10 dB for both sets (from memory)',
          },
        ],
        propose: () => ask(solved, app, farEnd),
      }),
    ];
  });
};

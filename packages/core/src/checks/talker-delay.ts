import { maxBy } from 'es-toolkit';
import { listed, OWN_VOICE_LATE_MS } from '../feeds';
import { waysBetween } from '../flow';
import { BUFFER_FRAMES, bufferMs, putApp, setBuffer } from '../rig';
import { byPost, cellsOf } from './cells';
import { asFix, figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { letThrough } from './fixes/let-through';
import { insteadOfMonitoring, monitorsOn, stopMonitoring } from './fixes/monitoring';

/** The recorder's own monitoring with a smaller buffer, as soon as is needed. */
const sooner = (solved: Solved, edges: Parameters<typeof monitorsOn>[1], lateMs: number): Fix[] =>
  monitorsOn(solved, edges).flatMap((app): Fix[] => {
    const wait = bufferMs(app) * 2 - (lateMs - OWN_VOICE_LATE_MS);
    const frames = [...BUFFER_FRAMES]
      .reverse()
      .find((one) => bufferMs({ ...app, bufferFrames: one }) * 2 <= wait);
    if (frames !== undefined) return [asFix(setBuffer(solved.rig, app, frames))];
    const monitorMs = Math.floor((app.monitorMs ?? 0) - (lateMs - OWN_VOICE_LATE_MS));
    const label = `Let ${app.name} play back sooner: ${monitorMs} ms`;
    return monitorMs >= 1 ? [{ label, edit: { ...putApp(solved.rig, { ...app, monitorMs }), label } }] : [];
  });

/** Whoever speaks hears themselves late in the headphones. */
export const talkerDelay: Check = (solved) => {
  const { graph } = solved;
  return byPost(cellsOf(solved).filter(({ feed }) => feed.isLate)).flatMap((cells): Found[] => {
    const { post } = cells[0]!;
    const late = cells.map(({ speaker, feed }) => ({ speaker, arrival: feed.arrival! }));
    const worst = maxBy(late, ({ arrival }) => arrival.lateMs)!;
    const { lateMs, source, sink } = worst.arrival;
    const names = late.map(({ speaker }) => speaker.name);
    return [
      finding({
        code: 'talker-delay',
        severity: 'caution',
        title: `${listed(names)} ${names.length > 1 ? 'hear' : 'hears'} themselves ${figureText(lateMs, 0)} ms late in ${post.inSentence}`,
        why: `One’s own voice that comes back more than ${OWN_VOICE_LATE_MS} ms late is heard as an echo, and people slow down and stumble against it. What goes straight through the desk is there at once; what goes through a program waits for its buffers.`,
        places: [
          ...post.devices.map((device) => ({ device })),
          ...('person' in worst.speaker.ref ? [{ person: worst.speaker.ref.person }] : []),
        ],
        about: [{ control: post.id }],
        figures: [
          { label: 'Late by', value: lateMs, unit: 'ms', from: 'delays along its way' },
          {
            label: 'Not noticed up to',
            value: OWN_VOICE_LATE_MS,
            unit: 'ms',
            from: 'common practice, no published source',
          },
        ],
        propose: () => {
          const [way] = waysBetween(graph, source, sink);
          const edges = way?.edges ?? [];
          return [
            ...insteadOfMonitoring(solved, edges, letThrough(solved, worst.speaker, post)),
            ...sooner(solved, edges, lateMs),
            ...stopMonitoring(solved, edges).map((fix): Fix => ({ ...fix, isLastResort: true })),
          ];
        },
      }),
    ];
  });
};

import { groupBy, maxBy } from 'es-toolkit';
import { wayTo } from '../flow';
import { DEFAULT_LISTENING_HOURS } from '../rig';
import { powerSumDb, safeHoursAt, safeLevelFor, SPEECH_A_DB } from '../units';
import { figureText, finding, type Check, type Found } from './finding';
import { turnDownAlong } from './fixes/turn-down';
import { hoursText } from './hours-text';

/** What a week allows in less whole minutes than this is danger at once. Common practice, no published source. */
const AT_ONCE_MINUTES = 30;

/** Headphones and loudspeakers so loud that they hurt before the week is over. */
export const hearing: Check = (solved) => {
  const hours = solved.rig.assumptions.listeningHours ?? DEFAULT_LISTENING_HOURS;
  const bySink = new Map<string, { source: string; level: number }[]>();
  for (const { sink, source, level } of solved.heard.arrivals)
    bySink.set(sink, [...(bySink.get(sink) ?? []), { source, level }]);
  const places = solved.heard.sinks.flatMap((sink) => {
    if (sink.kind !== 'ears' && sink.kind !== 'room') return [];
    if (solved.graph.nodes.get(sink.node)?.unit !== 'dB SPL') return [];
    const arrivals = bySink.get(sink.node) ?? [];
    const loudest = maxBy(arrivals, ({ level }) => level)?.source;
    if (loudest === undefined) return [];
    return [{ sink, loudest, dba: powerSumDb(arrivals.map(({ level }) => level)) + SPEECH_A_DB }];
  });
  return Object.values(groupBy(places, ({ sink }) => sink.device)).flatMap((sides): Found[] => {
    const { sink, dba, loudest } = maxBy(sides, (side) => side.dba)!;
    const safe = safeHoursAt(dba);
    if (safe >= hours) return [];
    const name = solved.find.device(sink.device)?.name ?? sink.label;
    const best = safeLevelFor(hours);
    return [
      finding({
        code: 'hearing',
        severity: Math.floor(safe * 60) < AT_ONCE_MINUTES ? 'danger' : 'caution',
        title: `${name}: ${figureText(dba, 0)} dB(A) at the ear, safe for ${hoursText(safe)} a week`,
        why: `At that level a week’s allowance for ears is used up in ${hoursText(safe)}; at ${figureText(best, 0)} dB(A) it lasts the ${figureText(hours, 0)} hours that are listened here. Turn down before anyone puts them on, and up from there. What ears have lost does not come back; whoever hears ringing afterwards should see a doctor.`,
        places: [{ device: sink.device }],
        figures: [
          {
            label: 'At the ear',
            value: dba,
            unit: 'dB(A)',
            from: 'all that arrives there together, speech weighted A',
          },
          { label: 'Allowed for it', value: safe, unit: 'h a week', from: 'WHO-ITU H.870, adults' },
          { label: 'Listened', value: hours, unit: 'h a week', from: 'assumption' },
        ],
        propose: () => {
          const index = solved.graph.sources.findIndex(({ node }) => node === loudest);
          return turnDownAlong(solved, wayTo(solved.heard.ways[index]!, loudest, sink.node), dba - best);
        },
      }),
    ];
  });
};

import { capsuleOf, combAt, spillsOf, type Comb, type Strand } from '../gain';
import { leastApartOf } from '../rig';
import { combFigures } from './comb-figures';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { comeCloser, notHeardBy, sitFurther, turnAway } from './fixes/seating';
import { shutOnly } from './fixes/routing';
import { placementOf, voices } from './voice-gain';

/** What parts the two ways: the second microphone kept out of this mix, or its talker's neighbour kept out of it. */
const part = (solved: Solved, strand: Strand, comb: Comb, second: string): Fix[] => {
  const missing = comb.againstDb + leastApartOf(solved.rig);
  const placement = placementOf(solved, strand);
  const own = solved.rig.placements.find((one) => one.person === strand.person && one.device === second);
  const stray = spillsOf(solved.find, solved.heard).find(
    (one) => one.person === strand.person && one.device === second,
  );
  return [
    ...(stray
      ? [
          ...(placement ? comeCloser(solved, strand, placement.id, missing) : []),
          ...turnAway(solved, stray),
          ...sitFurther(solved, stray),
        ]
      : []),
    ...shutOnly(solved, comb.second, comb.first),
    ...(own ? [notHeardBy(solved, own)] : []),
  ];
};

/** A voice that comes to one mix by two microphones, a moment apart: hollow, and differently for every word that is turned. */
export const comb: Check = (solved) => {
  const { find, heard, graph, rig } = solved;
  const least = -leastApartOf(rig);
  /** Microphones in which a neighbour is too loud already: that finding is the cause. */
  const known = new Set(
    spillsOf(find, heard)
      .filter(({ againstDb }) => againstDb > least)
      .map(({ person, device }) => `${person} ${device}`),
  );
  return voices(solved).flatMap((strand): Found[] => {
    const index = graph.sources.findIndex(({ node }) => node === strand.source);
    const found = combAt(
      graph,
      heard.everywhere.get(strand.sink)?.get(index),
      strand.source,
      strand.sink,
      least,
    );
    const [first, second] = found
      ? [found.first, found.second].map((way) => capsuleOf(graph, way)?.device)
      : [];
    if (!found || !first || !second || known.has(`${strand.person} ${second}`)) return [];
    const { nameOf } = find;
    return [
      finding({
        code: 'comb',
        severity: 'caution',
        title: `${strand.sourceName} comes to ${strand.sinkLabel} by two microphones, ${figureText(found.apartMs, 1)} ms apart`,
        why: `${nameOf(second)} brings the same voice ${figureText(-found.againstDb, 0)} dB weaker and ${figureText(found.apartMs, 1)} ms away: at ${figureText(found.notchHz, 0)} Hz and above, again and again, they take each other away, ${figureText(found.rippleDb, 0)} dB between hollow and full. No tone control mends that. Keep the second at least ${figureText(-least)} dB down, or out of this mix.`,
        places: [{ device: second }, { device: first, ...(strand.person ? { person: strand.person } : {}) }],
        about: [{ device: second, person: strand.person ?? strand.source }, { port: strand.sink }],
        figures: combFigures(found, 'air at 343 m/s and converters'),
        propose: () => part(solved, strand, found, second),
      }),
    ];
  });
};

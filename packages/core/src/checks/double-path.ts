import { maxBy, sortBy } from 'es-toolkit';
import { listed, type Post, type Speaker } from '../feeds';
import { isDestination } from '../flow';
import { doubledAt, meantWaysTo, SECOND_NOTICED_DB, type Comb, type MeantWays } from '../gain';
import { combFigures } from './comb-figures';
import { cellsOf } from './cells';
import { figureText, finding, type Check, type Fix, type Found, type Solved } from './finding';
import { monitorsOn, stopMonitoring } from './fixes/monitoring';
import { shutOnly } from './fixes/routing';
import { capital } from './meant';

interface Doubled {
  speaker: Speaker;
  post: Post;
  comb: Comb;
}

/** Whether both are at the other end of one call: what comes twice there is the call that comes back, told as an echo. */
const isOneCall = ({ ref }: Speaker, { kind, app }: Post): boolean =>
  kind === 'call' && 'app' in ref && ref.app === app;

/** Every sound that comes to one of some listeners by two ways, out of one microphone or one player. */
const doubledIn = (solved: Solved, isAsked: (post: Post) => boolean): Doubled[] => {
  const { heard, graph } = solved;
  const ways = new Map<string, MeantWays>();
  const waysTo = (sink: string): MeantWays => {
    const known = ways.get(sink) ?? meantWaysTo(graph, sink);
    ways.set(sink, known);
    return known;
  };
  return cellsOf(solved).flatMap(({ speaker, post, feed: { arrival } }): Doubled[] => {
    if (!arrival?.isDoubled || !isAsked(post) || isOneCall(speaker, post)) return [];
    const source = graph.sources.findIndex(({ node }) => node === arrival.source);
    const there = heard.everywhere.get(arrival.sink)?.get(source);
    const comb = doubledAt(graph, there, arrival.source, waysTo(arrival.sink), SECOND_NOTICED_DB);
    return comb ? [{ speaker, post, comb }] : [];
  });
};

/** What leaves one of the ways: the later one first, since what comes at once is what was meant. */
const part = (solved: Solved, { first, second }: Comb): Fix[] => {
  const [early, late] = sortBy([first, second], ['lateMs']) as [typeof first, typeof first];
  return [
    ...stopMonitoring(solved, late.edges),
    ...shutOnly(solved, late, early),
    ...shutOnly(solved, early, late),
  ];
};

const figuresOf = ({ comb }: Doubled): Found['figures'] =>
  combFigures(comb, 'converters, buffers and programs on the way');

/** The listener first, then what the second way leads through. */
const placesOf = ({ graph }: Solved, { speaker, post, comb }: Doubled): Found['places'] => {
  const through = comb.second.edges.flatMap(({ to }) => graph.nodes.get(to)?.device ?? []);
  const devices = [...new Set([...post.devices, ...through])];
  return [
    ...devices.map((device) => ({ device })),
    ...('person' in speaker.ref ? [{ person: speaker.ref.person }] : []),
  ];
};

/** One finding for each listener: whoever is doubled there is doubled by the same two ways. */
const once = (all: readonly Doubled[]): Doubled[][] => {
  const by = new Map<string, Doubled[]>();
  for (const one of all) by.set(one.post.id, [...(by.get(one.post.id) ?? []), one]);
  return [...by.values()];
};

const namesOf = (all: readonly Doubled[]): string =>
  capital(listed(all.map(({ speaker }) => speaker.inSentence)));

const worstOf = (all: readonly Doubled[]): Doubled => maxBy(all, ({ comb }) => comb.againstDb)!;

/** A sound kept or sent by two ways, a moment apart: hollow, or an echo. */
export const doublePath: Check = (solved) =>
  once(doubledIn(solved, ({ kind }) => isDestination(kind))).map((all) => {
    const worst = worstOf(all);
    const { comb, post } = worst;
    return finding({
      code: 'double-path',
      severity: 'caution',
      title: `${namesOf(all)} ${all.length > 1 ? 'come' : 'comes'} to ${post.inSentence} by two ways, ${figureText(comb.apartMs, 1)} ms apart`,
      why: `The second is ${figureText(-comb.againstDb, 0)} dB weaker: from ${figureText(comb.notchHz, 0)} Hz up they take each other away again and again, ${figureText(comb.rippleDb, 0)} dB between hollow and full. No tone control mends that. Leave one of the two ways.`,
      places: placesOf(solved, worst),
      about: [{ control: post.id }],
      figures: figuresOf(worst),
      propose: () => part(solved, comb),
    });
  });

/** By what the two ways lead, where it is known. */
const byWords = (solved: Solved, { first, second }: Comb): string => {
  const [app] = monitorsOn(solved, [...first.edges, ...second.edges]);
  return app ? `Once straight through the desk, once played back by ${app.name}` : 'It comes by two ways';
};

/** A voice in the headphones both at once and later. */
export const doubleMonitor: Check = (solved) =>
  once(doubledIn(solved, ({ kind }) => kind === 'ears')).map((all) => {
    const worst = worstOf(all);
    const { comb, post } = worst;
    return finding({
      code: 'double-monitor',
      severity: 'caution',
      title: `${namesOf(all)} ${all.length > 1 ? 'are' : 'is'} twice in ${post.inSentence}, ${figureText(comb.apartMs, 1)} ms apart`,
      why: `${byWords(solved, comb)}, ${figureText(Math.abs(comb.againstDb), 0)} dB apart: it sounds hollow, or like an echo, and nobody speaks well against their own echo. Choose one of the two.`,
      places: placesOf(solved, worst),
      about: [{ control: post.id }],
      figures: figuresOf(worst),
      propose: () => part(solved, comb),
    });
  });

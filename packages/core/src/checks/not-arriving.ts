import { isPostOf, isSpeakerOf } from '../feeds';
import { isDestination, type FlowNode } from '../flow';
import { leadsAt, type Intent } from '../rig';
import { finding, type Check, type Fix, type Found, type Place, type Solved } from './finding';
import { letThrough, mendBroken, takenOtherwise } from './fixes/let-through';
import { takeIt } from './fixes/listening';
import { freeEnds, leadsOn, withPassives } from './fixes/missing-leads';
import { setInputTo } from './fixes/level';
import { useBestLead } from './fixes/rewire';
import { openTo, shutBy } from './fixes/routing';
import { MOST_TRIED } from './fixes/trial';
import { arrivesAt, intentPhrase, intentSentence, nodesOfSink } from './meant';
import { isListening, reachings, voiceIndex } from './reaching';

/** What an operator sees of the place where a sound ends. */
const endWords = ({ find }: Solved, end: FlowNode | undefined, microphone: string): string => {
  const name = (device: string | undefined) => find.device(device ?? '')?.name ?? '';
  if (!end || end.role === 'voice') return `Nothing in ${name(microphone)} hears it.`;
  switch (end.role) {
    case 'capsule':
      return `It stays in ${name(end.device)}: nothing leads on from its capsule as it is set and fed.`;
    case 'output':
      return `It leaves ${name(end.device)} and goes nowhere: no lead carries it on from “${end.label}”, or the one that is there does not let it through.`;
    case 'input':
      return `It gets into ${name(end.device)} and no further.`;
    case 'stream':
      return `It comes to the computer as “${end.label}” of ${name(end.device)}, and no program takes it from there.`;
    case 'driver':
      return `It is heard through ${name(end.device)}, but no track and no call takes it.`;
    default:
      return `It gets as far as “${end.label}”${end.device ? ` of ${name(end.device)}` : ''}; no track and no call takes it from there.`;
  }
};

/** Devices a voice gets to: the last one first, then those that could go on to a computer, then the others. */
const reachedBy = (solved: Solved, person: string, last: string): string[] => {
  const { heard, graph, find } = solved;
  const index = voiceIndex(solved, person);
  const reached = [...graph.nodes.values()].flatMap(({ id, device }) =>
    device && heard.everywhere.get(id)?.has(index) ? [device] : [],
  );
  const isData = (device: string) =>
    find.modelOf(device)?.ports.some(({ usb }) => usb?.role === 'device') ?? false;
  const others = [...new Set(reached)].filter((device) => device !== last);
  const passives = withPassives(solved, reached).filter((device) => !reached.includes(device));
  return [last, ...passives, ...others.filter(isData), ...others.filter((device) => !isData(device))];
};

/** Places a voice gets to. */
const reachedNodes = (solved: Solved, person: string): Set<string> => {
  const index = voiceIndex(solved, person);
  const reached = [...solved.heard.everywhere].flatMap(([id, heard]) => (heard.has(index) ? [id] : []));
  return new Set(reached);
};

/** Other leads, and other settings of the inputs, where a lead lets nothing through. */
const otherLeads = (solved: Solved, device: string): Fix[] =>
  leadsAt(solved.rig, device).flatMap((lead) => [
    ...useBestLead(solved.rig, lead),
    ...(['microphone', 'line', 'instrument'] as const).flatMap((signal) => setInputTo(solved, lead, signal)),
  ]);

const propose = (solved: Solved, person: string, device: string, ends: ReadonlySet<string>): Fix[] =>
  [
    ...openTo(solved, reachedNodes(solved, person), ends),
    ...takenOtherwise(solved, reachedNodes(solved, person)),
    ...mendBroken(solved),
    ...otherLeads(solved, device),
    ...takeIt(solved, person),
    ...reachedBy(solved, person, device).flatMap((one) => leadsOn(solved, one)),
    ...freeEnds(solved),
  ].slice(0, MOST_TRIED);

/** Everything that keeps or sends. */
const destinationsOf = ({ heard }: Solved): Set<string> =>
  new Set(heard.sinks.filter(({ kind }) => isDestination(kind)).map(({ node }) => node));

/** That a control of the desk keeps a voice back, where one does. */
const shutWords = (solved: Solved, person: string, device: string): string | undefined => {
  const by = shutBy(solved, reachedNodes(solved, person), destinationsOf(solved));
  if (by.length === 0) return undefined;
  const name = solved.find.nameOf(device);
  return `It gets into ${name}, and there “${by.join('” and “')}” ${by.length > 1 ? 'keep' : 'keeps'} it back.`;
};

/** Whether a voice is for those who listen here, and comes to them: a talkback, or one that may be kept and sent nowhere. */
const isForHereAlone = ({ feeds }: Solved, person: string): boolean => {
  const row = feeds.speakers.findIndex(({ ref }) => 'person' in ref && ref.person === person);
  const cells = (feeds.rows[row] ?? []).map((feed, at) => ({ feed, kind: feeds.posts[at]!.kind }));
  const isHeardHere = cells.some(({ feed, kind }) => !isDestination(kind) && feed.arrival);
  const away = cells.filter(({ kind }) => isDestination(kind));
  const mayGoNowhere = away.length > 0 && away.every(({ feed }) => feed.want === 'never');
  return isHeardHere && (mayGoNowhere || feeds.speakers[row]?.sound === 'talkback');
};

/** A rig that listens already, and a voice in it that nothing keeps and nothing sends. */
const voices = (solved: Solved): Found[] =>
  !isListening(solved)
    ? []
    : reachings(solved)
        .filter((one) => !one.arrives && !isForHereAlone(solved, one.person.id))
        .map(({ person, end, microphone }): Found => {
          const last = end?.device ?? microphone;
          const places: Place[] = [{ person: person.id, device: microphone }, { device: last }];
          return finding({
            code: 'not-arriving',
            severity: 'fault',
            title: `${person.name} is heard by no track and no call`,
            why: `${shutWords(solved, person.id, last) ?? endWords(solved, end, microphone)} Someone speaks there, and what is spoken is lost.`,
            places,
            about: [{ person: person.id }],
            figures: [
              {
                label: 'Listeners that keep or send this voice',
                value: 0,
                unit: '',
                from: 'arrivals at every track, call, stream and camera',
              },
            ],
            propose: () => propose(solved, person.id, last, destinationsOf(solved)),
          });
        });

/** What brings what is meant to where it is meant. */
const bringing = (solved: Solved, { source, sink }: Intent): Fix[] => {
  const { speakers, posts } = solved.feeds;
  return speakers
    .filter((speaker) => isSpeakerOf(speaker, source))
    .flatMap((speaker) =>
      posts.filter((post) => isPostOf(post, sink)).flatMap((post) => letThrough(solved, speaker, post)),
    );
};

/** What the operator said must arrive and does not. */
const intents = (solved: Solved): Found[] =>
  solved.rig.intents
    .filter(({ source, sink, want }) => want === 'arrives' && !arrivesAt(solved, source, sink))
    .map((intent): Found => {
      const { source, sink } = intent;
      const person = 'person' in source ? source.person : undefined;
      const device = 'device' in sink ? sink.device : solved.find.app(sink.app)?.computer;
      return finding({
        code: 'not-arriving',
        severity: 'fault',
        title: intentPhrase(solved, intent, 'does not arrive at'),
        why: `This rig says that it must. ${intentSentence(solved, intent)}`,
        places: [...(person ? [{ person }] : []), ...(device ? [{ device }] : [])],
        about: [{ control: intent.id }],
        figures: [{ label: 'Ways from one to the other', value: 0, unit: '', from: 'arrivals' }],
        propose: () => [
          ...bringing(solved, intent),
          ...(person ? propose(solved, person, device ?? '', nodesOfSink(solved, sink)) : []),
        ],
      });
    });

/** What should arrive, and does not. */
export const notArriving: Check = (solved) => [...voices(solved), ...intents(solved)];

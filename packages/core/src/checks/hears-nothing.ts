import { portOfElement, type DeviceModel } from '../catalogue';
import { edgesInto, meantPlaces, reachable } from '../flow';
import { isReallyHeard } from '../gain';
import { isHere, type Post, type SoundKind, type Speaker } from '../feeds';
import { isInSocket, isRecorder, leadRun, socketsIn, standsIn, type App, type Track } from '../rig';
import { cellsOf } from './cells';
import { capital } from './meant';
import { finding, type Check, type Fix, type Found, type Place, type Severity, type Solved } from './finding';
import { intoSockets, leadsOn, plugIn, withPassives } from './fixes/missing-leads';
import { letThrough, mendBroken } from './fixes/let-through';
import { shutBy } from './fixes/routing';
import { takeFree } from './fixes/tracks';
import { chooseElsewhere } from './fixes/listening';
import { isListening } from './reaching';
import { perPass } from './per-pass';

/** Listeners to whom nothing comes at all, and sounds that come to nobody. */

/** A listener to whom nothing comes. */
interface Deaf {
  post: Post;
  severity: Severity;
  /** What it says of it. */
  title: string;
  why: string;
  /** Devices whose sound is led towards it. */
  from: ReadonlySet<string>;
}

/** "Track 3", "Channel 12", "7": a track that nobody has named after anything. */
const UNNAMED = /^(?:(?:track|channel|input|ch)\.?\s*)?\d*$/iu;

/** Devices from which leads come into the sockets a place can hear. */
const ledTowards = ({ graph, find, rig }: Solved, node: string): Set<string> => {
  const before = reachable(node, (id) => edgesInto(graph, id).map(({ from }) => from));
  const from = new Set<string>();
  for (const id of before) {
    const { role, device = '', point = '' } = graph.nodes.get(id)!;
    if (role !== 'input') continue;
    const plugged = find.inPort(device, portOfElement(find.element(device, point)));
    if (!plugged) continue;
    for (const { device: other } of socketsIn(leadRun(rig, plugged.lead)))
      if (other !== device) from.add(other);
  }
  return from;
};

const trackOf = ({ find }: Solved, { app, track }: Post): { app: App; track: Track } | undefined => {
  const program = find.app(app ?? '');
  const own = program?.tracks.find(({ id }) => id === track);
  return program && own ? { app: program, track: own } : undefined;
};

const deafTrack = (solved: Solved, post: Post): Deaf | undefined => {
  const own = trackOf(solved, post);
  const from = ledTowards(solved, post.nodes[0]!);
  if (own?.track.isArmed === false) return undefined;
  // A track that nobody named, of a socket into which nothing leads, is only there with the others.
  if (own ? UNNAMED.test(own.track.name) && from.size === 0 : from.size === 0) return undefined;
  return {
    post,
    severity: 'fault',
    title: `${post.name} stays empty`,
    why: `Nothing comes to ${post.inSentence}${from.size > 0 ? ', though a lead goes into the socket that it records' : ''}: after the show there is nothing on it.`,
    from,
  };
};

/** Whether nothing is plugged into a device at all, and it is joined by nothing else. */
const isUnplugged = ({ rig, heard }: Solved, device: string): boolean =>
  !rig.leads.some(({ ends }) => ends.some((end) => isInSocket(end, device))) &&
  !heard.graph.sources.some((source) => source.device === device);

/** Whether a place would hear what a computer plays: there silence is nothing but a pause. */
const hearsPlayback = ({ graph }: Solved, { nodes }: Post): boolean =>
  [...reachable(nodes, (id) => edgesInto(graph, id).map(({ from }) => from))].some(
    (id) => graph.nodes.get(id)!.role === 'stream',
  );

const deafHere = (solved: Solved, post: Post): Deaf | undefined => {
  if (post.kind === 'room' && hearsPlayback(solved, post)) return undefined;
  const worn = solved.rig.people.find(({ wears }) => wears !== undefined && post.devices.includes(wears));
  const isLoose = post.devices.every((device) => isUnplugged(solved, device));
  return {
    post,
    severity: 'caution',
    title: worn ? `${worn.name} hears nothing: ${post.name}` : `${post.name}: nothing comes there`,
    why: `${isLoose ? `${post.name} hang${post.kind === 'ears' ? '' : 's'} on nothing` : `Nothing comes to ${post.inSentence}`}, and others hear the show. Whoever listens there neither hears the others nor notices when something goes wrong.`,
    from: new Set(),
  };
};

const deafKeeper = (solved: Solved, post: Post): Deaf | undefined => {
  const [device = ''] = post.devices;
  const from = ledTowards(solved, post.nodes[0]!);
  const isLoose = isUnplugged(solved, device);
  // One that takes part otherwise, by its picture, has nothing to hear.
  if (from.size === 0 && !isLoose) return undefined;
  return {
    post,
    severity: isLoose ? 'caution' : 'fault',
    title: `${post.name} records nothing`,
    why: isLoose
      ? `Nothing is plugged into ${post.inSentence}: it keeps no sound of this show.`
      : `A lead goes into ${post.inSentence}, and nothing of any sound comes there: after the show there is nothing on it.`,
    from,
  };
};

/** Somebody on a telephone line to whom nothing is sent, though people speak here. */
const deafLine = ({ rig }: Solved, post: Post): Deaf | undefined =>
  rig.placements.length === 0
    ? undefined
    : {
        post,
        severity: 'fault',
        title: `${post.name} hears nobody`,
        why: `Nothing that is said here comes to ${post.inSentence}: no send of the desk leads there, or it is off. Who calls talks with everyone who speaks here.`,
        from: new Set(),
      };

const deafAt = (solved: Solved, post: Post): Deaf | undefined => {
  switch (post.kind) {
    case 'track':
      return post.app === undefined ? deafKeeper(solved, post) : deafTrack(solved, post);
    case 'camera':
      return deafKeeper(solved, post);
    case 'line':
      return deafLine(solved, post);
    case 'ears':
    case 'room':
      return deafHere(solved, post);
    default:
      return undefined;
  }
};

/** Every listener to whom nothing comes though it is meant to hear, in a rig that carries sound already. */
export const deafListeners = perPass((solved): Deaf[] => {
  const { heard, feeds } = solved;
  if (!heard.arrivals.some(isReallyHeard)) return [];
  const hears = new Set(cellsOf(solved).flatMap(({ feed, at }) => (feed.arrival ? [at] : [])));
  return feeds.posts.flatMap((post, at) => (hears.has(at) ? [] : (deafAt(solved, post) ?? [])));
});

/** Whether what a desk plays by itself is kept back by one of its controls: where nobody listens to its mixes, nobody need hear it. */
const isKeptBack = (solved: Solved, speaker: Speaker): boolean => {
  const { graph, heard } = solved;
  const starts = speaker.indexes.map((index) => graph.sources[index]!.node);
  return shutBy(solved, meantPlaces(graph, starts), new Set(heard.sinks.map(({ node }) => node))).length > 0;
};

/** Devices whose own sounds come with them, wanted or not. */
const OWN_SOUNDS: ReadonlySet<DeviceModel['kind']> = new Set(['mixer', 'interface']);

/** Sounds that are for whoever makes them, and may be shut out of everything else. */
const KEPT_OUT: ReadonlySet<SoundKind> = new Set(['game', 'alert']);

/** Programme that comes to nobody at all. */
const lostSounds = (solved: Solved): Speaker[] => {
  const { feeds, find } = solved;
  if (!isListening(solved)) return [];
  return feeds.speakers.filter((speaker, row) => {
    const { kind, ref } = speaker;
    const isUnsaid = feeds.rows[row]!.every(
      ({ arrival, want, intent }) => !arrival && (intent === undefined || want !== 'never'),
    );
    if (kind !== 'programme' || !isUnsaid || ('app' in ref && find.app(ref.app)?.output === null))
      return false;
    // What a desk plays by itself is nothing that anyone has plugged in; what is kept out of the show may be shut.
    if ('device' in ref && OWN_SOUNDS.has(find.modelOf(ref.device)!.kind)) return isKeptBack(solved, speaker);
    return !KEPT_OUT.has(speaker.sound) || !isKeptBack(solved, speaker);
  });
};

/** Sides of what is played that come to nobody, where the other side does. */
const lostSides = ({ feeds, heard }: Solved): { speaker: Speaker; index: number }[] =>
  feeds.speakers
    .filter(({ kind, indexes }) => kind === 'programme' && indexes.length > 1)
    .flatMap((speaker) => {
      const lost = speaker.indexes.filter((index) => !heard.bySource[index]!.some(isReallyHeard));
      return lost.length < speaker.indexes.length ? lost.map((index) => ({ speaker, index })) : [];
    });

const sideFound = (solved: Solved, { speaker, index }: { speaker: Speaker; index: number }): Found => {
  const { graph } = solved;
  const source = graph.sources[index]!;
  const label = graph.nodes.get(source.node)!.label;
  const reached = devicesReached(solved, { ...speaker, indexes: [index] });
  return finding({
    code: 'unheard',
    severity: 'caution',
    title: `${capital(speaker.inSentence)}: “${label}” comes to nobody, its other side does`,
    why: `Half of what is played is lost: no track, stream, far end or ear has it. A wire on its way is broken, a plug takes one contact only, or one of two sockets is empty.`,
    places: [...reached].map((device) => ({ device })),
    about: [{ control: `${speaker.id} ${index}` }],
    figures: [{ label: 'Listeners it comes to', value: 0, unit: '', from: 'arrivals at every listener' }],
    propose: () => [
      ...mendBroken(solved),
      ...withPassives(solved, reached)
        .reverse()
        .flatMap((one) => leadsOn(solved, one)),
    ],
  });
};

/** Devices a sound gets to, its own included. */
const devicesReached = ({ heard, graph }: Solved, { indexes }: Pick<Speaker, 'indexes'>): Set<string> =>
  new Set(
    [...heard.everywhere].flatMap(([id, by]) => {
      const device = graph.nodes.get(id)?.device;
      return device !== undefined && indexes.some((index) => by.has(index)) ? [device] : [];
    }),
  );

const isSoundOf = (speaker: Speaker, reached: ReadonlySet<string>, { post, from }: Deaf): boolean =>
  [...from].some((device) => reached.has(device)) ||
  (post.track !== undefined && standsIn(speaker.name, post.name.replace(/^Track /u, '')));

/** A sound that nobody hears, with the tracks that stay empty for it. */
const lostFound = (
  solved: Solved,
  speaker: Speaker,
  reached: ReadonlySet<string>,
  deaf: readonly Deaf[],
): Found => {
  const device =
    'app' in speaker.ref
      ? solved.find.app(speaker.ref.app)!.computer
      : 'device' in speaker.ref
        ? speaker.ref.device
        : '';
  const tracks = deaf.filter(({ post }) => post.kind === 'track');
  const also = tracks.length > 0 ? ` ${tracks.map(({ title }) => title).join(', ')}.` : '';
  const posts = deaf.length > 0 ? deaf.map(({ post }) => post) : solved.feeds.posts;
  return finding({
    code: 'not-arriving',
    severity: tracks.length > 0 ? 'fault' : 'caution',
    title: `${capital(speaker.inSentence)} comes to nobody`,
    why: `It is in this rig, and nothing of it comes to any track, stream, far end or ear.${also} What is plugged in is meant to be heard: something on its way is shut, broken or missing.`,
    places: [
      { device },
      ...tracks.flatMap(({ post }) => post.devices.map((one): Place => ({ device: one }))),
    ],
    about: [{ control: speaker.id }],
    figures: [{ label: 'Listeners it comes to', value: 0, unit: '', from: 'arrivals at every listener' }],
    propose: () => [
      ...posts.flatMap((post) => letThrough(solved, speaker, post)),
      ...withPassives(solved, reached)
        .reverse()
        .flatMap((one) => leadsOn(solved, one)),
    ],
  });
};

/** Devices on the way to a listener. */
export const devicesBefore = ({ graph }: Solved, { nodes, devices }: Post): string[] => {
  const before = reachable(nodes, (id) => edgesInto(graph, id).map(({ from }) => from));
  const all = new Set([...before].flatMap((id) => graph.nodes.get(id)!.device ?? []));
  return [...all].filter((device) => !devices.includes(device));
};

/** From free outputs into the free sockets that a track records: of what it is named after first. */
const plugBefore = (solved: Solved, { nodes }: Post, name: string): Fix[] => {
  const { graph, find } = solved;
  const before = reachable(nodes, (id) => edgesInto(graph, id).map(({ from }) => from));
  const sockets = [...before].flatMap((id) => {
    const { role, device = '', point = '' } = graph.nodes.get(id)!;
    const port = role === 'input' ? portOfElement(find.element(device, point)) : undefined;
    return port !== undefined && !find.inPort(device, port) ? [{ device, port }] : [];
  });
  return intoSockets(solved, sockets, (device) => standsIn(find.nameOf(device), name));
};

/** Sounds that may be meant for a track: those it is named after, or that are led towards it; else those that are on no other. */
const meantFor = (solved: Solved, { name }: Track, deaf: Deaf): Speaker[] => {
  const { speakers, posts, rows } = solved.feeds;
  const own = speakers.filter(
    (speaker) => standsIn(speaker.name, name) || isSoundOf(speaker, devicesReached(solved, speaker), deaf),
  );
  if (own.length > 0) return own;
  return speakers.filter(
    (_, row) => !rows[row]!.some(({ arrival }, at) => arrival && posts[at]!.kind === 'track'),
  );
};

const deafFixes = (solved: Solved, deaf: Deaf): Fix[] => {
  const { post } = deaf;
  const own = trackOf(solved, post);
  const speakers = own ? meantFor(solved, own.track, deaf) : solved.feeds.speakers;
  return [
    ...(own ? takeFree(solved, own.app, own.track) : []),
    ...(own ? plugBefore(solved, post, own.track.name) : []),
    ...speakers.flatMap((speaker) => letThrough(solved, speaker, post)),
    ...(isHere(post) || !own
      ? [...post.devices, ...devicesBefore(solved, post)].flatMap((device) => plugIn(solved, device))
      : []),
    ...(own && !isRecorder(own.app.kind) ? chooseElsewhere(solved, own.app, 'input') : []),
  ];
};

/** A listener to whom nothing comes, where others hear the show; what is plugged in and comes to nobody. */
export const hearsNothing: Check = (solved) => {
  const lost = lostSounds(solved).map((speaker) => ({ speaker, reached: devicesReached(solved, speaker) }));
  const deaf = deafListeners(solved);
  const voicesLost = solved.rig.people
    .filter(
      ({ id }) =>
        solved.strands.some(({ person }) => person === id) &&
        !solved.strands.some((one) => one.person === id && one.arrives),
    )
    .map(({ name }) => name);
  const ofLost = (one: Deaf) => lost.some(({ speaker, reached }) => isSoundOf(speaker, reached, one));
  const ofVoice = ({ post }: Deaf) =>
    voicesLost.some((name) => standsIn(name, post.name.replace(/^Track /u, '')));
  return [
    ...lost.map(({ speaker, reached }) =>
      lostFound(
        solved,
        speaker,
        reached,
        deaf.filter((one) => isSoundOf(speaker, reached, one)),
      ),
    ),
    ...lostSides(solved).map((one) => sideFound(solved, one)),
    ...deaf
      .filter((one) => !ofLost(one) && !ofVoice(one))
      .map((one) =>
        finding({
          code: isHere(one.post) || one.post.kind === 'line' ? 'unheard' : 'not-arriving',
          severity: one.severity,
          title: one.title,
          why: one.why,
          places: [...one.post.devices, ...one.from].map((device) => ({ device })),
          about: [{ control: one.post.id }],
          figures: [{ label: 'Sounds that come there', value: 0, unit: '', from: 'arrivals' }],
          propose: () => deafFixes(solved, one),
        }),
      ),
  ];
};

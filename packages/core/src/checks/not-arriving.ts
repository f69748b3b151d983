import { channelsOf, isDestination, type FlowNode } from '../flow';
import { changeLead, connect, putApp, type App, type Rig, type Track } from '../rig';
import { finding, type Check, type Fix, type Found, type Place, type Solved } from './finding';
import { bestLead, matingLeads, type PortRef } from './fixes/trial';
import { setInputTo } from './fixes/level';
import { ordered, useBestLead, withArticle } from './fixes/rewire';
import { openTo, shutBy } from './fixes/routing';
import { arrivesAt, intentPhrase, intentSentence, nodesOfSink } from './meant';
import { HEARD_DBFS, isListening, reachings, voiceAt, voiceIndex } from './reaching';

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

/** Tracks and programs set to take the channel where the voice really is. */
const takeIt = (solved: Solved, person: string): Fix[] => {
  const { rig, find, usb, heard } = solved;
  const bestOf = (channels: readonly string[]) =>
    channels
      .map((channel, n) => ({ channel: n + 1, level: voiceAt(solved, person, channel) }))
      .reduce((a, b) => (b.level > a.level ? b : a), { channel: 0, level: HEARD_DBFS });
  const name = rig.people.find(({ id }) => id === person)?.name ?? person;
  return rig.apps.flatMap((app): Fix[] => {
    if (app.kind === 'player') return [];
    const taken = (next: App, label: string): Fix[] => [{ label, edit: { ...putApp(rig, next), label } }];
    const own = bestOf(channelsOf(find, usb, app.computer, app.input));
    if (app.kind === 'recorder' && own.channel > 0) {
      const free = app.tracks.find(
        ({ channel }) =>
          !heard.arrivals.some(
            ({ sink, isCrosstalk }) =>
              !isCrosstalk &&
              app.tracks.some((track) => track.channel === channel && isTrack(solved, app, track, sink)),
          ),
      );
      return free
        ? taken(
            {
              ...app,
              tracks: app.tracks.map((track) =>
                track.id === free.id ? { ...track, channel: own.channel } : track,
              ),
            },
            `Let track ${free.name} take channel ${own.channel}`,
          )
        : taken(
            {
              ...app,
              tracks: [...app.tracks, { id: freeTrackId(app, person), name, channel: own.channel }],
            },
            `Add a track for ${name} on channel ${own.channel}`,
          );
    }
    return streamsAt(solved, app.computer)
      .map((stream) => ({ stream, best: bestOf(channelsOf(find, usb, app.computer, stream)) }))
      .filter(({ best }) => best.channel > 0)
      .flatMap(({ stream, best }) =>
        taken(
          {
            ...app,
            input: { device: stream.device, stream: stream.stream },
            tracks:
              app.kind === 'recorder' && app.tracks.length === 0
                ? [{ id: freeTrackId(app, person), name, channel: best.channel }]
                : app.tracks,
          },
          `Let ${app.name} listen to ${stream.label} of ${find.device(stream.device)?.name ?? ''}`,
        ),
      );
  });
};

const freeTrackId = (app: App, base: string): string => {
  for (let n = 1; ; n += 1) {
    const id = n === 1 ? base : `${base.slice(0, 56)}-${n}`;
    if (!app.tracks.some((track) => track.id === id)) return id;
  }
};

const isTrack = ({ heard }: Solved, app: App, track: Track, node: string): boolean =>
  heard.sinks.some((sink) => sink.node === node && sink.app === app.id && sink.track === track.id);

/** Input streams that a computer is shown. */
const streamsAt = ({ rig, find, usb }: Solved, computer: string) =>
  rig.devices.flatMap(({ id }) =>
    (find.modelOf(id)?.streams ?? [])
      .filter(
        ({ direction, id: stream }) =>
          direction === 'to-computer' && channelsOf(find, usb, computer, { device: id, stream }).length > 0,
      )
      .map(({ id: stream, label }) => ({ device: id, stream, label })),
  );

const portsOf = ({ rig, find }: Solved, want: (device: string, port: string) => boolean): PortRef[] =>
  rig.devices.flatMap(({ id }) =>
    (find.modelOf(id)?.ports ?? [])
      .filter((port) => !find.inPort(id, port.id) && want(id, port.id))
      .map((port) => ({ device: id, port: port.id })),
  );

/** Leads that are missing: from the free outputs of the last device to free inputs, from its USB to a computer. */
const leadsOn = (solved: Solved, device: string): Fix[] => {
  const { rig, find } = solved;
  const port = (ref: PortRef) => find.port(ref.device, ref.port);
  const own = portsOf(solved, (id, p) => id === device && find.port(id, p)?.side === 'out');
  const inputs = portsOf(
    solved,
    (id, p) => id !== device && (find.port(id, p)?.side === 'in' || find.port(id, p)?.usb?.role === 'host'),
  );
  return own.flatMap((from) =>
    inputs.flatMap((to): Fix[] => {
      const isData = port(from)?.usb !== undefined;
      if (isData !== (port(to)?.usb !== undefined)) return [];
      const best = isData ? matingLeads(rig, from, to)[0] : bestLead(rig, from, to);
      if (!best) return [];
      const label = `Join ${find.device(from.device)?.name} to ${find.device(to.device)?.name}, ${port(to)?.label}, with ${withArticle(best.kind.name)}`;
      return [{ label, edit: { ...connect(rig, best.kind, ordered(best.flipped, from, to)), label } }];
    }),
  );
};

/** Ends of leads that hang free, each into what it goes into. */
const freeEnds = (solved: Solved): Fix[] => {
  const { rig, find } = solved;
  return rig.leads.flatMap((lead): Fix[] => {
    const free = lead.ends.flatMap((end, index) => (end === null ? [index] : []));
    const isTaken = (end: number) =>
      rig.leads.some((other) =>
        other.ends.some((one) => one && 'lead' in one && one.lead === lead.id && one.end === end),
      );
    return free
      .filter((end) => !isTaken(end))
      .flatMap((end) =>
        portsOf(solved, () => true)
          .map((to) => {
            const label = `Plug its free end into ${find.device(to.device)?.name}, ${find.port(to.device, to.port)?.label}`;
            const ends = lead.ends.map((old, index) => (index === end ? to : old));
            return { label, edit: { ...changeLead(rig, lead.id, { ends }), label } };
          })
          .slice(0, 12),
      );
  });
};

const mendBroken = (rig: Rig): Fix[] =>
  rig.leads
    .filter(({ broken }) => broken.length > 0)
    .map((lead) => ({ label: 'Use an unbroken lead', edit: changeLead(rig, lead.id, { broken: [] }) }));

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
  return [last, ...others.filter(isData), ...others.filter((device) => !isData(device))];
};

/** Places a voice gets to. */
const reachedNodes = (solved: Solved, person: string): Set<string> => {
  const index = voiceIndex(solved, person);
  const reached = [...solved.heard.everywhere].flatMap(([id, heard]) => (heard.has(index) ? [id] : []));
  return new Set(reached);
};

/** More ways than this are not tried. */
const MOST_TRIED = 20;

/** Other leads, and other settings of the inputs, where a lead lets nothing through. */
const otherLeads = (solved: Solved, device: string): Fix[] =>
  solved.rig.leads
    .filter(({ ends }) => ends.some((end) => end && 'device' in end && end.device === device))
    .flatMap((lead) => [
      ...useBestLead(solved.rig, lead),
      ...(['microphone', 'line', 'instrument'] as const).flatMap((signal) =>
        setInputTo(solved, lead, signal),
      ),
    ]);

const propose = (solved: Solved, person: string, device: string, ends: ReadonlySet<string>): Fix[] =>
  [
    ...openTo(solved, reachedNodes(solved, person), ends),
    ...mendBroken(solved.rig),
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
  const name = solved.find.device(device)?.name ?? device;
  return `It gets into ${name}, and there “${by.join('” and “')}” ${by.length > 1 ? 'keep' : 'keeps'} it back.`;
};

/** A rig that listens already, and a voice in it that nothing keeps and nothing sends. */
const voices = (solved: Solved): Found[] =>
  !isListening(solved)
    ? []
    : reachings(solved)
        .filter((one) => !one.arrives)
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
        propose: () => (person ? propose(solved, person, device ?? '', nodesOfSink(solved, sink)) : []),
      });
    });

/** What should arrive, and does not. */
export const notArriving: Check = (solved) => [...voices(solved), ...intents(solved)];

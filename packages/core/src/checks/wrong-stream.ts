import { channelsOf, obstaclesTo, type FlowSource } from '../flow';
import { isReallyHeard } from '../gain';
import { takesSound, type App, isRecorder } from '../rig';
import { finding, type Check, type Fix, type Found, type Solved } from './finding';
import { chooseElsewhere } from './fixes/listening';
import { letThrough } from './fixes/let-through';
import { leadsOn } from './fixes/missing-leads';
import { openTo } from './fixes/routing';
import { MOST_TRIED } from './fixes/trial';
import { reachings, voiceIndex } from './reaching';

type Wanted = (source: FlowSource) => boolean;

/** Whether any of some sounds arrives at a program. */
const hears = ({ heard }: Solved, app: App, isWanted: Wanted): boolean => {
  const own = new Set(heard.sinks.filter(({ app: id }) => id === app.id).map(({ node }) => node));
  return heard.arrivals.some(
    (arrival) =>
      own.has(arrival.sink) &&
      isReallyHeard(arrival) &&
      heard.graph.sources.some((source) => source.node === arrival.source && isWanted(source)),
  );
};

/** Places of some devices that any of some sounds gets to. */
const soundsIn = ({ heard, graph }: Solved, devices: ReadonlySet<string>, isWanted: Wanted): Set<string> =>
  new Set(
    [...heard.everywhere].flatMap(([id, by]) =>
      devices.has(graph.nodes.get(id)?.device ?? '') &&
      [...by.keys()].some((index) => isWanted(graph.sources[index]!))
        ? [id]
        : [],
    ),
  );

/** Whether any voice comes to anyone who keeps or sends it. */
const isAnyoneHeard = (solved: Solved): boolean => reachings(solved).some(({ arrives }) => arrives);

/** What lets the voices here through to a program. */
const voicesTo = (solved: Solved, { id }: App): Fix[] => {
  const { speakers, posts } = solved.feeds;
  return posts
    .filter(({ app }) => app === id)
    .flatMap((post) =>
      speakers.filter(({ kind }) => kind === 'person').flatMap((one) => letThrough(solved, one, post)),
    );
};

/** A voice of that device that nothing hears is told by itself, with what mends it. */
const isToldOf = (solved: Solved, sounds: ReadonlySet<string>): boolean =>
  reachings(solved).some(({ person, arrives }) => {
    const index = voiceIndex(solved, person.id);
    return !arrives && [...sounds].some((id) => solved.heard.everywhere.get(id)?.has(index));
  });

/**
 * A program listens to a stream, there is sound in the device it comes from, and none of it gets to the program: the stream is
 * not shown to this computer, or carries none of it.
 */
export const wrongStream: Check = (solved) =>
  solved.rig.apps.flatMap((app): Found[] => {
    const { find, usb, heard } = solved;
    const { kind, input, computer, tracks } = app;
    if (!takesSound(kind) || !input || (isRecorder(kind) && tracks.length === 0)) return [];
    const chosen = find.streamsOf(input, computer, 'input');
    // Of several joined that one keeps down, that is told; and so is what keeps a stream that is plugged in.
    const kept = obstaclesTo(find, usb, app, 'input', input);
    if (kept.some(({ obstacle }) => chosen.length > 1 || obstacle !== 'not there')) return [];
    const devices = new Set(chosen.map(({ device }) => device));
    // Whoever sends to others sends voices, where there are any; a recorder may be for anything but what its computer plays.
    const isVoice: Wanted = ({ person }) => person !== undefined;
    const isForVoices = !isRecorder(kind) && soundsIn(solved, devices, isVoice).size;
    const isWanted: Wanted = isForVoices ? isVoice : ({ app: id }) => id !== app.id;
    if (hears(solved, app, isWanted)) return [];
    const sounds = soundsIn(solved, devices, isWanted);
    if (isToldOf(solved, sounds)) return [];
    // Silence there is another matter: its cause lies before this device; but a program that sends hears nobody of those who are heard elsewhere.
    const isDeaf = sounds.size === 0;
    if (isDeaf && (isRecorder(kind) || !isAnyoneHeard(solved))) return [];
    const [first] = chosen;
    const stream = first && find.stream(first.device, first.stream);
    const isShown = channelsOf(find, usb, app, 'input', input).length > 0;
    const desk = find.device(first?.device ?? '')?.name ?? first?.device ?? '';
    const name = find.nameOf(computer);
    const ends = new Set(heard.sinks.filter(({ app: id }) => id === app.id).map(({ node }) => node));
    return [
      finding({
        code: 'wrong-stream',
        severity: 'fault',
        title: `${app.name} on ${name} hears ${isForVoices || isDeaf ? 'nobody' : 'nothing'}`,
        why: isDeaf
          ? `It listens to “${stream?.label}” of ${desk}, and nobody’s voice comes to ${desk} that would get there; others hear them. Let it listen where the voices are, or bring them there.`
          : isShown
            ? `It listens to “${stream?.label}” of ${desk}. There ${isForVoices ? 'are voices' : 'is sound'} in ${desk}, and this stream carries none of that to what ${app.name} ${isRecorder(kind) ? 'records' : 'sends'}.`
            : `It is set to “${stream?.label}” of ${desk}, and ${name} is not shown that stream: no USB lead leads there, or it is in a socket that carries another.`,
        places: [{ device: computer }, ...(first ? [{ device: first.device }] : [])],
        about: [{ device: computer, control: app.id }],
        figures: [
          {
            label: isForVoices ? 'Voices that arrive there' : 'Sounds that arrive there',
            value: 0,
            unit: '',
            from: `arrivals at ${app.name}; they get to ${sounds.size} places in ${desk}`,
          },
        ],
        propose: () =>
          [
            ...(isDeaf ? voicesTo(solved, app) : openTo(solved, sounds, ends)),
            ...chooseElsewhere(solved, app, 'input'),
            ...[...devices].flatMap((device) => leadsOn(solved, device)),
          ].slice(0, MOST_TRIED),
      }),
    ];
  });

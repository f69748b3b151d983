import {
  bufferMs,
  farEndsOf,
  hasFarEnd,
  isMonitored,
  MOST_AUTOMATIC_GAIN_DB,
  PROGRAMS,
  resamplerMs,
  sliderDb,
  trackWords,
  type App,
  type Lookup,
  type Side,
} from '../../rig';
import { type Db } from '../../units';
import { channelsOn, type AppChannel } from '../channels';
import type { FlowEdge, FlowNode, GraphMaker } from '../graph';
import { appId, farEndId, pointId, trackId } from '../ids';
import { law, type Term } from '../law';
import { channelsKnown } from '../opened';
import type { UsbTree } from '../usb-links';

/** Half of each of two channels, dB. */
const HALF_DB: Db = 20 * Math.log10(0.5);

/** What a program's own input gain does, where it is set. */
const inputGain = ({ id, inputGainDb = 0 }: App): Term[] => {
  const words = 'turns what it takes in by its input gain';
  return inputGainDb === 0
    ? []
    : [{ db: inputGainDb, because: { kind: 'app', app: id, words, isInputGain: true } }];
};

/** A channel that a program takes in or fills, and what the computer's own slider for it does. */
interface Reached {
  place: string;
  slider: Term[];
  /** How late it is by a resampler between it and the program. */
  lateMs: number;
}

const reachedAt = (find: Lookup, app: App, { device, stream, point }: AppChannel, side: Side): Reached => {
  const db = sliderDb(find, device, stream);
  const words = `has the computer’s slider for ${find.nameOf(device)} turned down`;
  const because = { kind: 'app', app: app.id, words, slider: { device, stream } } as const;
  return {
    place: pointId(device, point),
    slider: db === 0 ? [] : [{ db, because }],
    lateMs: resamplerMs(find.rig, app, { device, stream }, side),
  };
};

const sending = (graph: GraphMaker, app: App, channels: readonly Reached[]) => {
  const { lateMs } = PROGRAMS[app.kind];
  const sends = app.isMono ? 'mono' : PROGRAMS[app.kind].sends;
  if (PROGRAMS[app.kind].sends === 'nothing') return;
  const node = (point: 'in' | 'in-right', label: string, side?: 'left' | 'right') => {
    const id = appId(app.computer, app.id, point);
    const own = { device: app.computer, app: app.id, ...(side ? { side } : {}) };
    graph.node({ id, label, unit: 'dBFS', role: 'app', ceiling: 0, ...own });
    return id;
  };
  const feed = (from: Reached | undefined, to: string, db: Db, words: string) => {
    if (!from) return;
    graph.edge(
      law({
        from: from.place,
        to,
        kind: 'app',
        terms: [{ db, because: { kind: 'app', app: app.id, words } }, ...from.slider, ...inputGain(app)],
        delayMs: from.lateMs + lateMs + bufferMs(app),
      }),
    );
  };
  const [left, right] = channels;
  if (sends === 'mono' || !right) {
    const one = node('in', `${app.name}, sends`);
    const words = right ? 'makes one channel of two, each at half' : 'takes its one channel';
    for (const channel of [left, right]) feed(channel, one, right ? HALF_DB : 0, words);
    return;
  }
  feed(left, node('in', `${app.name}, sends left`, 'left'), 0, 'takes the first channel as left');
  feed(right, node('in-right', `${app.name}, sends right`, 'right'), 0, 'takes the second channel as right');
};

const recording = (
  graph: GraphMaker,
  app: App,
  channels: readonly Reached[],
  outputs: readonly Reached[],
) => {
  if (!PROGRAMS[app.kind].records) return;
  for (const track of app.tracks) {
    const id = trackId(app.computer, app.id, track.id);
    graph.node({
      id,
      label: trackWords(track, 'Track'),
      unit: 'dBFS',
      role: 'track',
      device: app.computer,
      app: app.id,
      track: track.id,
      ceiling: 0,
    });
    const channel = channels[track.channel - 1];
    const words = `takes channel ${track.channel}`;
    if (channel && track.isArmed !== false)
      graph.edge(
        law({
          from: channel.place,
          to: id,
          kind: 'usb',
          delayMs: channel.lateMs + bufferMs(app),
          terms: [
            { db: 0, because: { kind: 'app', app: app.id, words } },
            ...channel.slider,
            ...inputGain(app),
          ],
        }),
      );
    if (!isMonitored(app, track)) continue;
    // A track by itself is in the middle: as loud on both sides.
    for (const { place: to, lateMs, slider } of outputs.slice(0, 2)) {
      const because = { kind: 'app', app: app.id, words: 'plays back what it takes' } as const;
      graph.edge(
        law({
          from: id,
          to,
          kind: 'app',
          terms: [{ db: 0, because }, ...slider],
          delayMs: app.monitorMs! + bufferMs(app) + lateMs,
        }),
      );
    }
  }
};

/** Who is at the other end of a call: what each hears and says, what the network takes, and what comes back out of their loudspeakers. */
const farEnds = (graph: GraphMaker, { rig }: Lookup, app: App) => {
  const { gain, noise = false, echo: takesEcho = false } = app.processing ?? {};
  const all = farEndsOf(rig, app).map((one) => {
    const { id: farEnd, networkMs } = one;
    const place = (side: 'hears' | 'says', more: Partial<FlowNode> = {}) => {
      const id = farEndId(app.computer, app.id, farEnd, side);
      const own = { device: app.computer, app: app.id, ...(farEnd === undefined ? {} : { farEnd }) };
      graph.node({ id, label: one.name, unit: 'dBFS', role: 'far-end', ceiling: 0, ...own, ...more });
      return id;
    };
    const hears = place(
      'hears',
      noise || takesEcho ? { takesOut: { noise, echo: takesEcho, networkMs } } : {},
    );
    return { ...one, hears, says: place('says') };
  });
  const because = (words: string) => ({ kind: 'app', app: app.id, words }) as const;
  const along = (from: string, to: string, delayMs: number, words: string) =>
    graph.edge(law({ from, to, kind: 'app', terms: [{ db: 0, because: because(words) }], delayMs }));
  const { callLevelDbfs, callCrestDb } = rig.assumptions;
  // A call brings what it sends to the level that calls come at.
  const automatic: Pick<FlowEdge, 'levelling'> = gain
    ? {
        levelling: {
          app: app.id,
          targetDbfs: callLevelDbfs,
          mostDb: MOST_AUTOMATIC_GAIN_DB,
          voicesOnly: noise,
        },
      }
    : {};
  const turned: Term[] = gain
    ? [{ db: 0, because: { ...because('turns it to its usual level by itself'), isAutomatic: true } }]
    : [];
  for (const { id, name, networkMs, echo, hears, says } of all) {
    graph.source({
      node: says,
      name,
      level: callLevelDbfs,
      crestDb: callCrestDb,
      app: app.id,
      ...(id === undefined ? {} : { farEnd: id }),
    });
    graph.edge(
      law({
        from: appId(app.computer, app.id, 'in'),
        to: hears,
        kind: 'app',
        terms: [{ db: 0, because: because(`sends it on to ${name}`) }, ...turned],
        delayMs: networkMs,
        ...automatic,
      }),
    );
    along(says, appId(app.computer, app.id, 'out'), networkMs, `brings it from ${name}`);
    // The service gives each of them all the others, and never themselves.
    for (const other of all)
      if (other.says !== says)
        along(other.says, hears, other.networkMs + networkMs, `gives it to everyone else`);
    if (!echo) continue;
    const { lossDb, lateMs, cancelledDb } = echo;
    const terms: Term[] = [
      { db: -lossDb, because: because(`has ${name}’s loudspeaker in ${name}’s microphone`) },
      { db: -cancelledDb, because: because(`takes that echo out again at ${name}`) },
    ];
    graph.edge(law({ from: hears, to: says, kind: 'app', terms, delayMs: lateMs, isCrosstalk: true }));
  }
};

const playing = (graph: GraphMaker, find: Lookup, app: App, channels: readonly Reached[]) => {
  const { plays } = PROGRAMS[app.kind];
  if (plays === 'nothing') return;
  const { callLevelDbfs, callCrestDb } = find.rig.assumptions;
  const computer = find.nameOf(app.computer);
  const out = (side: 'out' | 'out-right', label: string, to: readonly (Reached | undefined)[]) => {
    const id = appId(app.computer, app.id, side);
    graph.node({ id, label, unit: 'dBFS', role: 'app', device: app.computer, app: app.id, ceiling: 0 });
    // What a call plays its far ends say; what a player plays is its own.
    if (plays === 'stereo')
      graph.source({
        node: id,
        name: `${side === 'out' ? app.name : `${app.name} right`} on ${computer}`,
        level: callLevelDbfs,
        crestDb: callCrestDb,
        app: app.id,
      });
    for (const channel of to) {
      if (!channel) continue;
      const because = { kind: 'app', app: app.id, words: 'plays into the first two channels' } as const;
      graph.edge(
        law({
          from: id,
          to: channel.place,
          kind: 'app',
          terms: [{ db: 0, because }, ...channel.slider],
          delayMs: bufferMs(app) + channel.lateMs,
        }),
      );
    }
  };
  const [left, right] = channels;
  if (plays === 'mono') out('out', `${app.name}, plays`, [left, right]);
  else {
    out('out', `${app.name}, plays left`, [left]);
    out('out-right', `${app.name}, plays right`, [right]);
  }
};

/** The programs of all computers: what each takes, sends and plays. */
export const lowerApps = (graph: GraphMaker, find: Lookup, usb: UsbTree) => {
  for (const app of find.rig.apps) {
    const isDead = find.conditions.some((one) => one.kind === 'dead' && one.device === app.computer);
    if (!find.device(app.computer) || isDead) continue;
    const inputs = channelsKnown(find, usb, app).map((one) => reachedAt(find, app, one, 'input'));
    const outputs = channelsOn(find, usb, app, 'output').map((one) => reachedAt(find, app, one, 'output'));
    recording(graph, app, inputs, outputs);
    sending(graph, app, inputs);
    playing(graph, find, app, outputs);
    if (hasFarEnd(app.kind)) farEnds(graph, find, app);
  }
};

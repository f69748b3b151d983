import {
  controlOf,
  deskControlId as is,
  gateOf,
  initialSend,
  OFF,
  stripsOf,
  type Desk,
  type DeskMix,
  type DeskStream,
  type DeskStrip,
  type DeviceModel,
  type SendTap,
} from '../../catalogue';
import { LOW_END_HZ } from '../../circuit';
import { controlValue, type Device } from '../../rig';
import { dbFromRatio, type Db } from '../../units';
import type { Dynamics } from '../dynamics';
import type { FlowNode, GraphMaker } from '../graph';
import { highPassAt } from '../high-pass';
import { pointId, stripId } from '../ids';
import { law, type Because, type Term } from '../law';
import { keptWays, type WaysBefore } from './kept-ways';

/** Expands a desk as it stands: strips as they are set, each crosspoint that is on, what each stream carries. */

/** Ends of a way inside a strip: one, or left and right; none where it is muted. */
type Sides = readonly string[];

interface Strip {
  source: Sides;
  'before-fader': Sides;
  'after-fader': Sides;
}

interface Setting {
  device: Device;
  model: DeviceModel;
  desk: Desk;
  graph: GraphMaker;
  before: WaysBefore | undefined;
}

const valueOf = ({ device, model }: Setting, control: string) => controlValue(device, model, control);

/** A level as a control stands: off is nothing at all. */
const levelTerm = (at: Setting, control: string): Term => {
  const value = valueOf(at, control);
  const db = value === OFF ? -Infinity : typeof value === 'number' ? value : 0;
  return { db, because: { kind: 'control', device: at.device.id, control } };
};

/** What a control does only while it stands so; a desk without that control is always so. */
const termWhen = (at: Setting, control: string, isSo: boolean, db: Db, words = 'so it is built'): Term[] => {
  if (!isSo) return [];
  const { id: device } = at.device;
  return controlOf(at.model, control)
    ? [{ db, because: { kind: 'control', device, control } }]
    : [{ db, because: { kind: 'desk', device, words } }];
};

const deskTerm = (at: Setting, db: Db, words: string): Term[] =>
  db === 0 ? [] : [{ db, because: { kind: 'desk', device: at.device.id, words } }];

/** Of some controls, those this desk has. */
const present = ({ device, model }: Setting, controls: readonly string[]) =>
  controls
    .filter((control) => controlOf(model, control) !== undefined)
    .map((control) => ({ device: device.id, control }));

const join = (
  at: Setting,
  from: string,
  to: string,
  terms: Term[],
  answersTo: readonly string[],
  rest: {
    delayMs?: number;
    lowDb?: Db;
    highPassHz?: number;
    isReversed?: boolean;
    dynamics?: Dynamics;
  } = {},
) => {
  const { isReversed = false, ...more } = rest;
  const edge = law({ from, to, terms, kind: 'device', controls: present(at, answersTo), ...more });
  at.graph.edge(isReversed ? { ...edge, re: -edge.re } : edge);
};

/** Ways that follow from how some controls stand, and from nothing else but the model. */
const following = (
  at: Setting,
  place: string,
  controls: readonly string[],
  make: (at: Setting) => void,
  more?: unknown,
): void => {
  const stood = () => [...controls.map((control) => valueOf(at, control)), more];
  keptWays(at.graph, at.before, at.model, place, stood, (graph) => make({ ...at, graph }));
};

/** A high-pass: its corner, and what it leaves at the low end of the band. */
const highPass = (cornerHz: number) => {
  const { re, im } = highPassAt(cornerHz, LOW_END_HZ);
  return { highPassHz: cornerHz, lowDb: dbFromRatio(Math.hypot(re, im)) };
};

/** A gate and a compressor as they are switched; undefined where neither is at work. */
const dynamicsOf = (at: Setting, strip: DeskStrip, aheadDb: Db): Dynamics | undefined => {
  const isOn = (control: string) => valueOf(at, control) === true;
  const { id, compressor } = strip;
  const gate = gateOf(strip);
  const isGated = gate && isOn(is.gate(id));
  const isCompressed = compressor && isOn(is.compressor(id));
  if (!isGated && !isCompressed) return undefined;
  return {
    device: at.device.id,
    strip: id,
    aheadDb,
    ...(isGated ? { gate: { ...gate, control: is.gate(id) } } : {}),
    ...(isCompressed ? { compressor: { ...compressor, control: is.compressor(id) } } : {}),
  };
};

const sideName = (sides: number, index: number): string =>
  sides === 1 ? '' : index === 0 ? ', left' : ', right';

/** The places of a strip and the ways between them. */
const lowerStrip = (at: Setting, strip: DeskStrip): Strip => {
  const { device, graph } = at;
  const chosen =
    strip.takes.find(({ label }) => label === valueOf(at, is.takes(strip.id))) ?? strip.takes[0]!;
  const source = chosen.points.map((point) => pointId(device.id, point));
  const isOn = (control: string) => valueOf(at, control) === true;
  const place = (name: 'in' | 'out', label: string): string[] =>
    source.map((_, index) => {
      const id = stripId(device.id, strip.id, name, index);
      const node: FlowNode = {
        id,
        label: `${label}${sideName(source.length, index)}`,
        unit: 'dBFS',
        role: 'stage',
        device: device.id,
        ceiling: 0,
      };
      graph.node(node);
      return id;
    });
  const step = (own: Setting, from: Sides, to: Sides, terms: Term[], answersTo: string[], rest = {}) =>
    from.forEach((one, index) => join(own, one, to[index]!, terms, answersTo, rest));

  const { trimDb, polarity, highPassHz, gate, compressor, mute } = strip;
  const hasPlace = [chosen.delayMs, trimDb, polarity, highPassHz, gate, compressor, mute].some(Boolean);
  const before = hasPlace ? place('in', strip.label) : source;
  const moves = [is.takes, is.trim, is.polarity, is.highPass, is.gate, is.compressor, is.mute].map((name) =>
    name(strip.id),
  );
  const shape = (own: Setting) => {
    const trim = strip.trimDb ? [levelTerm(at, is.trim(strip.id))] : [];
    const dynamics = dynamicsOf(at, strip, trim[0]?.db ?? 0);
    step(
      own,
      source,
      before,
      [
        ...trim,
        // What they do follows from what comes: `settleDynamics` says it, once that is known.
        ...termWhen(at, is.gate(strip.id), dynamics?.gate !== undefined, 0),
        ...termWhen(
          at,
          is.compressor(strip.id),
          dynamics?.compressor !== undefined,
          dynamics?.compressor?.makeUpDb ?? 0,
        ),
        ...termWhen(at, is.mute(strip.id), isOn(is.mute(strip.id)), -Infinity),
      ],
      moves,
      {
        isReversed: isOn(is.polarity(strip.id)),
        delayMs: chosen.delayMs ?? 0,
        ...(isOn(is.highPass(strip.id)) ? highPass(strip.highPassHz!) : {}),
        ...(dynamics ? { dynamics } : {}),
      },
    );
  };
  if (before !== source) following(at, `strip ${strip.id}`, moves, shape);
  const after = strip.faderDb ? place('out', `${strip.label} behind its fader`) : before;
  const fader = is.fader(strip.id);
  if (after !== before)
    following(at, `fader ${strip.id}`, [is.takes(strip.id), fader], (own) =>
      step(own, before, after, [levelTerm(own, fader)], [fader]),
    );
  return { source, 'before-fader': before, 'after-fader': after };
};

/** Left and right of a pan from −100 to 100: sine and cosine of its angle, the middle as loud as the desk makes it. */
const panDb = (at: number, side: 0 | 1, centreDb: Db): Db => {
  const towards = side === 0 ? 100 - at : 100 + at;
  const ratio = Math.sin((towards * Math.PI) / 400);
  // The law with its middle at −3 dB, raised to where the desk has it; nothing is louder than hard over.
  return Math.min(0, dbFromRatio(ratio) + centreDb - dbFromRatio(Math.SQRT1_2));
};

/** Each at half: what is the same on both sides stays as loud as it was. */
const HALF_DB: Db = dbFromRatio(0.5);

interface Crosspoint {
  strip: DeskStrip;
  from: Sides;
  to: Sides;
  /** What it has on each side of what it goes into. */
  termsOf?: (side: number) => Term[];
  answersTo: readonly string[];
  centreDb?: number | undefined;
  delayMs?: number;
}

/** A strip into a mix or stream, side by side: what pan and sides do to the level of each. */
const crosspoint = (
  at: Setting,
  { strip, from, to, termsOf = () => [], answersTo, centreDb = 0, delayMs = 0 }: Crosspoint,
) => {
  const pan = strip.pan ? Number(valueOf(at, is.pan(strip.id))) : 0;
  from.forEach((one, side) =>
    to.forEach((two, other) => {
      const isStereo = from.length === 2;
      if (isStereo && to.length === 2 && side !== other) return;
      const because: Because =
        strip.pan && pan !== 0
          ? { kind: 'control', device: at.device.id, control: is.pan(strip.id) }
          : { kind: 'desk', device: at.device.id, words: 'it stands in the middle' };
      const sides: Term[] =
        to.length === 1
          ? deskTerm(at, isStereo ? HALF_DB : 0, 'left and right go together, each at half')
          : [
              {
                // A stereo strip is only balanced: its middle leaves both sides as they are.
                db: panDb(pan, other === 0 ? 0 : 1, isStereo ? 0 : centreDb),
                because,
              },
            ].filter(({ db }) => db !== 0);
      join(
        at,
        one,
        two,
        [...termsOf(other), ...sides],
        strip.pan && to.length === 2 ? [...answersTo, is.pan(strip.id)] : answersTo,
        { delayMs },
      );
    }),
  );
};

/** Strips that a mix does not hear because another is heard solo, and where from it takes those that are. */
const soloIn = (at: Setting, mix: DeskMix): { heard: string[]; tap: SendTap } | undefined => {
  const { solo, strips } = at.desk;
  if (!solo?.mixes.includes(mix.id)) return undefined;
  const heard = strips.map(({ id }) => id).filter((id) => valueOf(at, is.solo(id)) === true);
  return heard.length > 0 ? { heard, tap: solo.tap } : undefined;
};

/** What direct monitoring does to an input in its mix. */
const directTerm = (at: Setting, mix: DeskMix, strip: string, side: number, sides: number): Term[] => {
  const { direct } = at.desk;
  const index = direct?.mix === mix.id ? direct.strips.indexOf(strip) : -1;
  if (!direct || index < 0) return [];
  const mode = direct.options.length > 1 ? valueOf(at, is.direct) : direct.options[0];
  const isHere = mode === 'mono' || (mode === 'split' && (sides === 1 || index % 2 === side));
  return termWhen(at, is.direct, !isHere, -Infinity, 'each input has its own side');
};

/** How a strip stands in a mix: where it is taken from, at what level. */
const sendOf = (at: Setting, mix: DeskMix, strip: DeskStrip): { tap: SendTap; terms: Term[] } => {
  const level = initialSend(mix, strip.id);
  const terms: Term[] = mix.sendDb
    ? [levelTerm(at, is.send(mix.id, strip.id))]
    : deskTerm(at, level === OFF ? -Infinity : level, `this desk sends it to ${mix.label} so`);
  const chosen = mix.tap === 'either' ? valueOf(at, is.tap(mix.id, strip.id)) : mix.tap;
  const goes = strip.goes?.options.find(({ label }) => label === valueOf(at, is.goes(strip.id)));
  const isElsewhere = goes !== undefined && !goes.mixes.includes(mix.id);
  return {
    tap: chosen === 'before-fader' ? 'before-fader' : 'after-fader',
    terms: [...terms, ...termWhen(at, is.goes(strip.id), isElsewhere, -Infinity)],
  };
};

/** What may change how a strip stands in a mix. */
const sendControls = (mix: DeskMix, strip: DeskStrip): string[] => [
  is.goes(strip.id),
  is.send(mix.id, strip.id),
  is.tap(mix.id, strip.id),
];

const lowerMix = (at: Setting, strips: ReadonlyMap<string, Strip>, mix: DeskMix) => {
  const to = mix.to.map((point) => pointId(at.device.id, point));
  const solo = soloIn(at, mix);
  for (const strip of stripsOf(at.desk, mix)) {
    const sides = strips.get(strip.id)!;
    const moves = [...sendControls(mix, strip), is.direct];
    const make = (own: Setting) => {
      const { tap, terms } = sendOf(own, mix, strip);
      const common = { strip, to, centreDb: mix.centreDb };
      if (solo?.heard.includes(strip.id)) {
        crosspoint(own, { ...common, from: sides[solo.tap], answersTo: [is.solo(strip.id)] });
        return;
      }
      const hidden = solo ? termWhen(own, is.solo(solo.heard[0]!), true, -Infinity) : [];
      const termsOf = (side: number) => [
        ...terms,
        ...hidden,
        ...directTerm(own, mix, strip.id, side, to.length),
      ];
      crosspoint(own, { ...common, from: sides[tap], termsOf, answersTo: [...moves, is.solo(strip.id)] });
    };
    const controls = [is.takes(strip.id), is.pan(strip.id), ...moves];
    following(at, `mix ${mix.id} ${strip.id}`, controls, make, solo?.heard.join(' '));
  }
};

interface Streamed {
  stream: DeskStream;
  strip: DeskStrip;
  mix: DeskMix;
  from: Strip;
  kind: unknown;
  /** What came in by this stream's own way. */
  isOwn: boolean;
}

/** A strip in a stream that is not simply the whole mix. */
const streamed = (at: Setting, { stream, strip, mix, from, kind, isOwn }: Streamed) => {
  const to = stream.to.map((point) => pointId(at.device.id, point));
  const { tap, terms } = sendOf(at, mix, strip);
  const answersTo = [
    is.kind(stream.id),
    ...(kind === 'custom' ? [is.send(stream.id, strip.id)] : []),
    ...sendControls(mix, strip),
  ];
  const own = kind === 'custom' ? [levelTerm(at, is.send(stream.id, strip.id))] : terms;
  const left =
    kind === 'minus own'
      ? termWhen(at, is.kind(stream.id), isOwn, -Infinity, 'it leaves out what came in by itself')
      : [];
  crosspoint(at, {
    strip,
    from: from[tap],
    to,
    termsOf: () => [...own, ...left],
    answersTo,
    centreDb: mix.centreDb,
    delayMs: stream.delayMs ?? 0,
  });
};

const lowerStream = (at: Setting, strips: ReadonlyMap<string, Strip>, stream: DeskStream) => {
  const to = stream.to.map((point) => pointId(at.device.id, point));
  const { takes, delayMs = 0 } = stream;
  if (!('mix' in takes)) {
    const strip = at.desk.strips.find(({ id }) => id === takes.strip)!;
    const from = strips.get(strip.id)![takes.tap];
    following(at, `stream ${stream.id}`, [is.takes(strip.id)], (own) =>
      crosspoint(own, { strip: { ...strip, pan: false }, from, to, answersTo: [], delayMs }),
    );
    return;
  }
  const mix = at.desk.mixes.find(({ id }) => id === takes.mix)!;
  const kind = takes.kinds.length > 1 ? valueOf(at, is.kind(stream.id)) : takes.kinds[0];
  if (kind === 'whole mix') {
    const from = mix.to.map((point) => pointId(at.device.id, point));
    const left = from.length > to.length ? deskTerm(at, HALF_DB, 'left and right, each at half') : [];
    following(at, `stream ${stream.id}`, [is.kind(stream.id)], (own) =>
      from.forEach((one, side) => {
        const two = to[side] ?? to[0];
        if (two) join(own, one, two, left, [is.kind(stream.id)], { delayMs });
      }),
    );
    return;
  }
  for (const strip of stripsOf(at.desk, mix)) {
    const controls = [
      is.takes(strip.id),
      is.pan(strip.id),
      is.kind(stream.id),
      is.send(stream.id, strip.id),
      ...sendControls(mix, strip),
    ];
    following(at, `stream ${stream.id} ${strip.id}`, controls, (own) =>
      streamed(own, {
        stream,
        strip,
        mix,
        from: strips.get(strip.id)!,
        kind,
        isOwn: takes.own.includes(strip.id),
      }),
    );
  }
};

/**
 * A device's desk, when its points are there.
 * @param before its ways as they were made last; what is made now is added
 */
export const lowerDesk = (
  graph: GraphMaker,
  device: Device,
  model: DeviceModel,
  before: WaysBefore | undefined,
) => {
  const { desk } = model;
  if (!desk) return;
  const at: Setting = { device, model, desk, graph, before };
  const strips = new Map(desk.strips.map((strip) => [strip.id, lowerStrip(at, strip)]));
  for (const mix of desk.mixes) lowerMix(at, strips, mix);
  for (const stream of desk.streams) lowerStream(at, strips, stream);
};

import { liveStream } from '../demo';
import { startAgain, usbTree } from '../flow';
import {
  buildRig,
  type RigRows,
  applyEdit,
  lookup,
  moveLoudspeaker,
  putPlacement,
  sayIntent,
  seatRound,
  setAssumptions,
  setControl,
  setDriver,
  setRecording,
  setSlider,
  setSystemKind,
  type Rig,
} from '../rig';
import { after, inSilence, recorder, rigOf, seat } from '../rig/testing';
import { tuned } from '../offers';
import { DESKS, talk } from './feeds.testing';
import { tableOf } from './table.testing';
import { alone } from './entries.testing';
import { joinedDesk } from './joined.testing';

/** Desks on which something is wrong, and their near-twins on which nothing is. For tests. */

/** The jingles of a live stream, to be 12 dB under the others at the audience. */
export const jinglesUnder = (faderDb: number): Rig => {
  const faded = applyEdit(liveStream, setControl(liveStream, 'desk', 'strip.pads.fader', faderDb)).rig;
  return applyEdit(faded, sayIntent(faded, { device: 'desk' }, { app: 'stream' }, 'quieter', 12)).rig;
};

/** Two who talk with a caller that comes into the desk with so much more. */
export const callerAt = (faderDb: number): Rig =>
  talk(DESKS['podcast mixer, its first port']!, 'call', {
    gain1: 46,
    gain2: 46,
    'strip.ch1.fader': -6,
    'strip.ch2.fader': -6,
    'strip.usb1.fader': faderDb,
  });

/** A condenser split by a Y lead to two interfaces. @param both whether both feed it */
export const onTwoDesks = (both: boolean): Rig =>
  rigOf({
    devices: [
      { id: 'mic', model: 'mic-condenser-large' },
      { id: 'a', model: 'interface-2', name: 'Desk A', settings: { gain1: 30, phantom1: true } },
      { id: 'b', model: 'interface-2', name: 'Desk B', settings: { gain1: 30, phantom1: both } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('a')] },
    ],
    leads: [
      { kind: 'xlr-y', ends: ['mic.out', 'a.in1', 'b.in1'], lengthM: 0.5 },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'a.usb'], lengthM: 1 },
      { kind: 'usb-c-c', ends: ['pc.usb2', 'b.usb'], lengthM: 1 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
    placements: [seat('ann', 'mic', 0.15)],
  });

/** A far end that hears by a loudspeaker, and takes nothing of it out again. */
export const OPEN_END = { id: 'far', listensBy: 'loudspeaker', canceller: false } as const;

interface VoiceRows {
  mic?: string;
  desk?: string;
  gain?: number;
  phantom?: boolean;
  distanceM?: number;
  effort?: 'normal' | 'raised' | 'loud' | 'shouted';
  target?: Rig['target'];
  pad?: boolean;
  middle?: RigRows['devices'];
  leads?: RigRows['leads'];
}

/** Someone at a microphone, into input 1 of a two-input interface, onto a track. */
export const voice = (rows: VoiceRows): Rig =>
  buildRig({
    name: 'a voice',
    target: rows.target ?? 'recording',
    devices: [
      { id: 'mic', model: rows.mic ?? 'mic-dynamic-hand' },
      ...(rows.middle ?? []),
      {
        id: 'box',
        model: rows.desk ?? 'interface-2',
        settings: { gain1: rows.gain ?? 44, phantom1: rows.phantom ?? false, pad1: rows.pad ?? false },
      },
      { id: 'computer', model: 'laptop-c', apps: [recorder('box')] },
    ],
    leads: [
      ...(rows.leads ?? [{ kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 }]),
      { kind: 'usb-c-c', ends: ['computer.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: [{ id: 'talker', name: 'Talker', effort: rows.effort ?? 'normal' }],
    placements: [
      {
        person: 'talker',
        device: 'mic',
        capsule: 'capsule',
        distanceM: rows.distanceM ?? 0.08,
        offAxisDeg: 0,
      },
    ],
  });

export const pair = (
  a: string,
  b: string,
  kind: string,
  ends: string[],
  settings: Record<string, boolean | string> = {},
) =>
  buildRig({
    name: 'two devices',
    devices: [
      { id: 'a', model: a },
      { id: 'b', model: b, settings },
    ],
    leads: [{ kind, ends }],
  });

export const mains = (broken: string[]) =>
  buildRig({
    name: 'mains',
    devices: [
      { id: 'strip', model: 'outlet-strip' },
      { id: 'speaker', model: 'loudspeaker' },
    ],
    leads: [{ kind: 'mains-earthed', ends: ['strip.outlet1', 'speaker.mains'], broken }],
  });

export const light = (lengthM: number) =>
  buildRig({
    name: 'light',
    devices: [
      { id: 'a', model: 'converter-line-spdif' },
      { id: 'b', model: 'interface-18' },
    ],
    leads: [{ kind: 'optical', ends: ['a.light', 'b.spdif'], lengthM }],
  });

export const condensers = (count: number) =>
  buildRig({
    name: 'condensers on one supply',
    devices: [
      { id: 'box', model: 'interface-4', settings: { phantom1: true, phantom2: true } },
      ...Array.from({ length: count }, (_, n) => ({ id: `mic${n}`, model: 'mic-condenser-budget' })),
    ],
    leads: Array.from({ length: count }, (_, n) => ({
      kind: 'xlr',
      ends: [`mic${n}.out`, `box.in${n + 1}`],
    })),
  });

export const boosted = (phantom: boolean) =>
  voice({
    mic: 'mic-dynamic-broadcast',
    phantom,
    gain: 35,
    middle: [{ id: 'booster', model: 'booster' }],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['booster.out', 'box.in1'], lengthM: 3 },
    ],
  });

export const behindBooster = (mic: string) =>
  voice({
    mic,
    phantom: true,
    gain: 10,
    distanceM: 0.3,
    middle: [{ id: 'booster', model: 'booster' }],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'booster.in'], lengthM: 1 },
      { kind: 'xlr', ends: ['booster.out', 'box.in1'], lengthM: 3 },
    ],
  });

export const brokenLead = (broken: string[]) =>
  voice({ leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3, broken }] });

export const recordedFor = (showHours: number, container: 'wav' | 'wav-64') => {
  const rig = talk(DESKS['podcast mixer, its first port']!, 'call');
  return after(
    rig,
    setRecording(rig, rig.apps[0]!, { container }),
    setAssumptions(rig, { ...rig.assumptions, showHours }),
  );
};

export const usbRun = (lengthM: number) =>
  buildRig({
    name: 'USB run',
    devices: [
      { id: 'mic', model: 'mic-usb' },
      { id: 'computer', model: 'desktop' },
    ],
    leads: [{ kind: 'usb-a-c', ends: ['computer.usb1', 'mic.usb'], lengthM }],
  });

export const shout = (distanceM: number) => {
  const rig = buildRig({
    name: 'shout',
    devices: [
      { id: 'mic', model: 'mic-usb', settings: { gain: 0 } },
      { id: 'computer', model: 'laptop-c', apps: [recorder('mic')] },
    ],
    leads: [{ kind: 'usb-c-c', ends: ['computer.usb1', 'mic.usb'], lengthM: 1 }],
    people: [{ id: 'talker', name: 'Talker', effort: 'shouted' }],
    placements: [{ person: 'talker', device: 'mic', capsule: 'capsule', distanceM, offAxisDeg: 0 }],
  });
  return rig;
};

/** An interface like the catalogue's, but overdriven at −5 dBu. */
export const hotInput = (pad: boolean): Rig => {
  const rig = voice({
    mic: 'mic-condenser-large',
    phantom: true,
    gain: 0,
    effort: 'shouted',
    distanceM: 0.03,
    pad,
  });
  const models = rig.models.map((model) => ({
    ...model,
    points: model.points.map((point) => (point.id === 'head1' ? { ...point, ceiling: -5 } : point)),
  }));
  return { ...rig, models };
};

/** A lead someone soldered wrong: the microphone's pin 3 lies on the screen. */
export const ribbonOnBadLead = (isBad: boolean): Rig => {
  const rig = pair('mic-ribbon', 'mixer-4-usb', 'xlr', ['a.out', 'b.in1'], { phantom: true });
  const kinds = rig.leadKinds.map((kind) => ({
    ...kind,
    conductors: [
      { name: 'screen', joins: ['0.1', '0.3', '1.1'] },
      { name: 'hot', joins: ['0.2', '1.2'] },
    ],
  }));
  return isBad ? { ...rig, leadKinds: kinds } : applyEdit(rig, setControl(rig, 'b', 'phantom', false)).rig;
};

export const turntable = (crossed: boolean): Rig =>
  buildRig({
    name: 'record player',
    devices: [
      { id: 'disc', model: 'turntable' },
      { id: 'amp', model: 'hifi-amplifier' },
    ],
    leads: [
      { kind: 'rca', ends: ['disc.outL', crossed ? 'amp.inR' : 'amp.inL'], lengthM: 1 },
      { kind: 'rca', ends: ['disc.outR', crossed ? 'amp.inL' : 'amp.inR'], lengthM: 1 },
    ],
  });

export const guitar = (lengthM: number, instrument1 = true): Rig =>
  buildRig({
    name: 'guitar',
    devices: [
      { id: 'guitar', model: 'guitar' },
      { id: 'box', model: 'interface-2', settings: { instrument1 } },
    ],
    leads: [{ id: 'run', kind: 'ts-635', ends: ['guitar.out', 'box.in1'], lengthM }],
  });

export const laptopSound = (model: string): Rig =>
  buildRig({
    name: 'laptop sound',
    devices: [
      { id: 'laptop', model },
      { id: 'mixer', model: 'mixer-4-usb' },
    ],
    leads: [{ kind: 'mini', ends: ['laptop.jack', 'mixer.aux'], lengthM: 2 }],
  });

export const oldMixer = (isChained: boolean): Rig =>
  buildRig({
    name: 'old mixer, new laptop',
    devices: [
      { id: 'laptop', model: 'laptop-tunnel' },
      { id: 'mixer', model: 'mixer-16-1394-2' },
    ],
    leads: isChained
      ? [
          { id: 'c', kind: 'tunnel-c-old', ends: ['laptop.usb1', null] },
          { id: 'old', kind: 'tunnel-old-9', ends: ['c/1', null] },
          { id: 'run', kind: 'ieee1394-9-9', ends: ['old/1', 'mixer.usb'], lengthM: 2 },
        ]
      : [{ id: 'run', kind: 'ieee1394-6-9', ends: [null, 'mixer.usb'], lengthM: 2 }],
  });

export const NEVER: Rig['intents'][number] = {
  id: 'private',
  source: { person: 'talker' },
  sink: { app: 'recorder' },
  want: 'never',
};

/** One voice at two microphones a centimetre apart, both in the main mix; one of them through a swapping adapter or not. */
export const twoMicrophones = (isTurned: boolean): Rig =>
  buildRig({
    name: 'two microphones',
    devices: [
      { id: 'one', model: 'mic-dynamic-hand' },
      { id: 'two', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-podcast', settings: { gain1: 54, gain2: 54 } },
      { id: 'computer', model: 'laptop-c', apps: [recorder('desk', [1], 'main')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['one.out', 'desk.in1'], lengthM: 3 },
      { id: 'run', kind: 'xlr', ends: ['two.out', null], lengthM: 3 },
      { kind: isTurned ? 'xlr-swap' : 'xlr', ends: ['run/1', 'desk.in2'], lengthM: 1 },
      { kind: 'usb-c-c', ends: ['computer.usb1', 'desk.usb1'], lengthM: 1 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
    placements: ['one', 'two'].map((device, n) => ({
      person: 'ann',
      device,
      capsule: 'capsule',
      distanceM: 0.3 + n / 100,
      offAxisDeg: 0,
    })),
  });

/** Two lapel microphones on a receiver in one of its modes, by a lead into one input or two. */
export const receiver = (mode: string, kind: string): Rig =>
  buildRig({
    name: 'receiver',
    devices: [
      { id: 'rx', model: 'receiver-dual', settings: { mode } },
      { id: 'box', model: 'interface-2', settings: { gain1: 34, gain2: 34 } },
      {
        id: 'computer',
        model: 'laptop-c',
        apps: [recorder('box', [1, 2])],
      },
    ],
    leads: [
      {
        kind,
        ends: kind === 'mini-trs' ? ['rx.out', 'box.in1'] : ['rx.out', 'box.in1', 'box.in2'],
        lengthM: 1,
      },
      { kind: 'usb-c-c', ends: ['computer.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: ['ann', 'bob'].map((id) => ({ id, name: id, effort: 'normal' as const })),
    placements: ['ann', 'bob'].map((person, n) => ({
      person,
      device: 'rx',
      capsule: `capsule${n + 1}`,
      distanceM: 0.2,
      offAxisDeg: 0,
    })),
  });

/** A podcast mixer with a recorder on its first port and a call on its second. */
export const secondComputer = (stream: string, settings: Record<string, string | number> = {}): Rig =>
  buildRig({
    name: 'second computer',
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-podcast', settings: { gain1: 50, ...settings } },
      { id: 'pc', model: 'laptop-c', apps: [recorder('desk', [1], 'tracks')] },
      {
        id: 'pc2',
        model: 'laptop-c',
        apps: [
          {
            id: 'call',
            name: 'Call',
            kind: 'call',
            input: { device: 'desk', stream },
            output: { device: 'desk', stream: 'second-return' },
            tracks: [],
          },
        ],
      },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'] },
      { kind: 'usb-c-c', ends: ['pc.usb1', 'desk.usb1'] },
      { id: 'second', kind: 'usb-c-c', ends: ['pc2.usb1', 'desk.usb2'] },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'normal' }],
    placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.05, offAxisDeg: 0 }],
  });

/** A microphone by way of a separate preamp into a line input, the level made at either. */
export const separatePreamp = (atPreampDb: number, atBoxDb: number, distanceM = 0.08): Rig =>
  inSilence(
    buildRig({
      name: 'separate preamp',
      devices: [
        { id: 'mic', model: 'mic-dynamic-hand' },
        { id: 'preamp', model: 'preamp', settings: { gain: atPreampDb } },
        { id: 'box', model: 'interface-2', settings: { gain1: atBoxDb } },
        { id: 'computer', model: 'laptop-c', apps: [recorder('box')] },
      ],
      leads: [
        { kind: 'xlr', ends: ['mic.out', 'preamp.in'], lengthM: 3 },
        { kind: 'trs-635', ends: ['preamp.out', 'box.in1'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['computer.usb1', 'box.usb'], lengthM: 1 },
      ],
      people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
      placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM, offAxisDeg: 0 }],
    }),
  );

/** Headphones on an interface, its volume turned so far. */
export const headphonesAt = (volumeDb: number): Rig =>
  buildRig({
    name: 'headphones',
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'box', model: 'interface-2', settings: { gain1: 44, 'phones-volume': volumeDb } },
      { id: 'cans', model: 'headphones' },
      { id: 'computer', model: 'laptop-c', apps: [recorder('box')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'box.in1'], lengthM: 3 },
      { kind: 'mini-trs', ends: ['cans.in', 'box.phones'], lengthM: 2 },
      { kind: 'usb-c-c', ends: ['computer.usb1', 'box.usb'], lengthM: 1 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
    placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.08, offAxisDeg: 0 }],
  });

/** Ann and Bob across a table, Bob close to his condenser, Ann so far from hers. */
export const across = (annM: number, offAxisDeg = 0): Rig => {
  const rig = tableOf({ mic: 'mic-condenser-large', count: 2, distanceM: 0.2 });
  const [ann] = rig.placements;
  return tuned(after(rig, (now) => putPlacement(now, { ...ann!, distanceM: annM, offAxisDeg })));
};

/** Ann at a microphone of a podcast mixer whose main mix is recorded; another hears her too, or stands apart. */
export const heardTwice = (isTwice: boolean): Rig =>
  buildRig({
    name: 'two microphones in one mix',
    devices: [
      { id: 'near', model: 'mic-dynamic-hand' },
      { id: 'far', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-podcast', settings: { gain1: 36, gain2: 42 } },
      { id: 'computer', model: 'laptop-c', apps: [recorder('desk', [1], 'main')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['near.out', 'desk.in1'], lengthM: 3 },
      { kind: 'xlr', ends: ['far.out', 'desk.in2'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['computer.usb1', 'desk.usb1'], lengthM: 1 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
    placements: [
      { person: 'ann', device: 'near', capsule: 'capsule', distanceM: 0.1, offAxisDeg: 0 },
      ...(isTwice
        ? [{ person: 'ann', device: 'far', capsule: 'capsule', distanceM: 0.2, offAxisDeg: 0 }]
        : []),
    ],
  });

/** A microphone and a loudspeaker of a small mixer in one room, its main output turned so far. */
export const loudspeakerNear = (mainDb: number): Rig => {
  const rig = buildRig({
    name: 'a loudspeaker in the room',
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-4-usb', settings: { gain1: 52, 'main-volume': mainDb } },
      { id: 'wedge', model: 'loudspeaker', settings: { level: 0 } },
      { id: 'computer', model: 'laptop-c', apps: [recorder('desk')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      { kind: 'trs-635', ends: ['desk.outL', 'wedge.in'], lengthM: 3 },
      { kind: 'usb-c-b', ends: ['computer.usb1', 'desk.usb'], lengthM: 1 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
    placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.08, offAxisDeg: 0 }],
  });
  return after(rig, seatRound, (now) => moveLoudspeaker(now, 'wedge', { xM: -0.6, yM: -1, turnDeg: 180 }));
};

/** Two voices on the main mix of a podcast mixer, live, their gains turned so far. */
export const inOneMix = (gain: number): Rig =>
  buildRig({
    name: 'two voices in one mix',
    target: 'live',
    devices: [
      { id: 'a', model: 'mic-dynamic-hand' },
      { id: 'b', model: 'mic-dynamic-hand' },
      { id: 'desk', model: 'mixer-podcast', settings: { gain1: gain, gain2: gain } },
      { id: 'computer', model: 'laptop-c', apps: [recorder('desk', [1], 'main')] },
    ],
    leads: [
      { kind: 'xlr', ends: ['a.out', 'desk.in1'], lengthM: 3 },
      { kind: 'xlr', ends: ['b.out', 'desk.in2'], lengthM: 3 },
      { kind: 'usb-c-c', ends: ['computer.usb1', 'desk.usb1'], lengthM: 1 },
    ],
    people: ['ann', 'bob'].map((id) => ({ id, name: id, effort: 'raised' as const })),
    placements: [
      { person: 'ann', device: 'a', capsule: 'capsule', distanceM: 0.08, offAxisDeg: 0 },
      { person: 'bob', device: 'b', capsule: 'capsule', distanceM: 0.08, offAxisDeg: 0 },
    ],
  });

/** A voice at a small mixer, a camera fed by its headphone socket or by its auxiliary. */
export const cameraFrom = (socket: 'phones' | 'send'): Rig =>
  buildRig({
    name: 'a camera fed by a mixer',
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand' },
      {
        id: 'desk',
        model: 'mixer-4-usb',
        settings: { gain1: 50, 'send-volume': 0, 'send.send.ch1': 0 },
      },
      { id: 'camera', model: 'camera', settings: { gain: 0, 'plugin-power': false } },
    ],
    leads: [
      { kind: 'xlr', ends: ['mic.out', 'desk.in1'], lengthM: 3 },
      socket === 'phones'
        ? { kind: 'mini-trs', ends: ['camera.mic', 'desk.phones'], lengthM: 2 }
        : { kind: 'ts-mini-pad', ends: ['desk.send', 'camera.mic'], lengthM: 2 },
    ],
    people: [{ id: 'ann', name: 'Ann', effort: 'raised' }],
    placements: [{ person: 'ann', device: 'mic', capsule: 'capsule', distanceM: 0.06, offAxisDeg: 0 }],
  });

/** A mixer of more than two channels on a system that takes such only with their makers’ drivers. */
export const manyChannels = (hasDriver: boolean): Rig =>
  after(
    alone('mixer-4-usb'),
    (now) => setSystemKind(now, lookup(now).device('pc')!, 'gives each device to one program'),
    (now) => setDriver(now, lookup(now).device('d0')!, hasDriver),
  );

/** A recorder that does not notice changes, started while one of two microphones was joined. */
export const startedWithOne = ((): Rig => {
  const rig = joinedDesk(['mic-usb', 'mic-usb']);
  const [joined] = rig.joinedInputs;
  const one = { ...rig, joinedInputs: [{ ...joined!, members: joined!.members.slice(0, 1) }] };
  return after(one, (now) => startAgain(lookup(now), usbTree(lookup(now)), now.apps[0]!));
})();

export const slid = (model: string): Rig =>
  after(alone(model), (now) => setSlider(now, lookup(now).device('d0')!, 'usb-in', -1));

/** A recorder that runs ten hours on its cells, taken along for so many. */
export const outFor = (showHours: number): Rig => {
  const rig = rigOf({ devices: [{ id: 'rec', model: 'recorder-field' }], leads: [] });
  return { ...rig, assumptions: { ...rig.assumptions, showHours } };
};

import { Unsafe } from '@sinclair/typebox';
import { MODEL } from '../catalogue/schema/model';
import { LEAD_KIND } from '../catalogue/schema/lead-kind';
import type { ControlValue } from '../catalogue';
import {
  closed,
  either,
  flag,
  ID,
  integer,
  list,
  NAME,
  named,
  nothing,
  number,
  oneOf,
  only,
  Optional,
  POINT,
  type Static,
  text,
  TEXT,
} from '../schema';
import { VOICE_EFFORTS } from '../units';
import {
  APP_KINDS,
  BUFFER_FRAMES,
  CLOCK_SOURCES,
  LISTENS_BY,
  RIG_FORMAT,
  RECORDING_CONTAINERS,
  RECORDING_FILES,
  RIG_VERSION,
  SAMPLE_RATES_HZ,
  SYSTEM_KINDS,
  TARGETS,
} from './kinds';

/** The rig document: the one definition that reading, types, docs and tests use. */

/** A control as a setting names it: the model's own, or one of its desk, in parts. */
const SETTING = text('^[A-Za-z0-9-]+(\\.[A-Za-z0-9-]+){0,2}$', 240);

/** A stream of a device. */
const DEVICE_STREAM = closed({ device: ID, stream: POINT });
export type DeviceStream = Static<typeof DEVICE_STREAM>;

/** What an app listens to or plays into: a stream of a device, or several joined into one. */
const JOINED_CHOICE = closed({ joined: ID });
export type StreamChoice = DeviceStream | Static<typeof JOINED_CHOICE>;

/** Whatever the system of its computer is set to, on that side. */
const AS_SYSTEM = closed({ system: oneOf(['input', 'output']) });
export type AppChoice = StreamChoice | Static<typeof AS_SYSTEM>;
const CHOSEN = either([nothing(), DEVICE_STREAM, JOINED_CHOICE, AS_SYSTEM]);

/** What level is wanted at a destination: one of the schools, a loudness, or an average of one's own, dBFS. */
const AIM = either([
  closed({ school: oneOf(TARGETS) }),
  closed({ lufs: number(-40, -5), channels: Unsafe<1 | 2>({ enum: [1, 2] }) }),
  closed({ averageDbfs: number(-60, -3) }),
]);
export type AimChoice = Static<typeof AIM>;

/** A recorder track takes one channel (counted from 1) of the app's input stream. */
const TRACK = closed({
  id: ID,
  name: NAME,
  channel: integer({ minimum: 1, maximum: 256 }),
  /** Absent: armed. One that is not records nothing. */
  isArmed: Optional(flag()),
  /** Absent: as its recorder, which plays back all it takes, or nothing. */
  isMonitored: Optional(flag()),
  /** Absent: as its app. */
  aim: Optional(AIM),
});
export type Track = Static<typeof TRACK>;

/** Someone, or several in one room, at the far end of a call. */
const FAR_END = closed({
  id: ID,
  name: NAME,
  /** How long the network takes one way, milliseconds; absent: as assumed. */
  networkMs: Optional(number(0, 5000)),
  listensBy: oneOf(LISTENS_BY),
  /** How much weaker what their loudspeaker plays comes into their microphone, dB; absent: usual for one in the open. */
  openLossDb: Optional(number(0, 80)),
  /** How late their loudspeaker is, milliseconds: a wireless one, a television. Absent: at once. */
  speakerMs: Optional(number(0, 2000)),
  /** Whether their call program takes what it plays out of what it hears. */
  canceller: flag(),
});
export type FarEnd = Static<typeof FAR_END>;

export type SampleRateHz = (typeof SAMPLE_RATES_HZ)[number];
const RATE = Unsafe<SampleRateHz>({ enum: [...SAMPLE_RATES_HZ] });

/** How a recorder writes what it records, and what room it has. */
const RECORDING = closed({
  rateHz: RATE,
  bits: Unsafe<16 | 24 | 32>({ enum: [16, 24, 32] }),
  files: oneOf(RECORDING_FILES),
  container: oneOf(RECORDING_CONTAINERS),
  /** Of a lossy file: thousand bits a second; absent: 192. */
  kbps: Optional(number(32, 512)),
  /** Free on its card or disk, gigabytes; absent: nobody has looked. */
  roomGb: Optional(number(0.1, 1_000_000)),
});
export type Recording = Static<typeof RECORDING>;

/** A program on a computer. */
const APP = closed({
  id: ID,
  /** The device it runs on. */
  computer: ID,
  name: NAME,
  kind: oneOf(APP_KINDS),
  input: CHOSEN,
  output: CHOSEN,
  tracks: list(TRACK, 256),
  /** What it adds to all it takes in, in numbers; absent: nothing. */
  inputGainDb: Optional(number(-60, 40)),
  /** A recorder that plays what it takes into its output: how late beside its buffers, milliseconds; absent: it does not. */
  monitorMs: Optional(number(0, 2000)),
  /** Samples it takes and hands on at a time; absent: nobody has looked, and no time is counted for it. */
  bufferFrames: Optional(Unsafe<(typeof BUFFER_FRAMES)[number]>({ enum: [...BUFFER_FRAMES] })),
  /** How a recorder writes; absent: 48 kHz, 24 bits, a plain WAV file for each track. */
  recording: Optional(RECORDING),
  /** It sees a change of what it listens to only once it has been started again; absent: it notices. */
  restarts: Optional(flag()),
  /** The streams behind its input as they were when it was last started, with their channels; what was there may be gone. */
  openedWith: Optional(
    list(closed({ device: ID, stream: POINT, channels: integer({ minimum: 1, maximum: 256 }) }), 64),
  ),
  /** It takes the devices it uses for itself: other programs hear nothing of them. */
  takesDevices: Optional(flag()),
  /** An encoder that makes one channel of the two it takes, each at half; absent: left and right stay apart. */
  isMono: Optional(flag()),
  /** What a call does by itself to what it takes in; absent: nobody has looked, and nothing is counted for it. */
  processing: Optional(closed({ gain: Optional(flag()), noise: Optional(flag()), echo: Optional(flag()) })),
  /** Who is at the other end of a call; absent: one that nobody has described. */
  farEnds: Optional(list(FAR_END, 20)),
  /** Absent: usual for its kind, or as the rig. */
  aim: Optional(AIM),
});
export type App = Static<typeof APP>;
export type OpenedStream = (App['openedWith'] & object)[number];

/** A place on the plan of the table, and which way it faces: degrees, clockwise from straight up the plan. */
const SPOT = closed({ xM: number(-100, 100), yM: number(-100, 100), turnDeg: number(-360, 360) });
export type Spot = Static<typeof SPOT>;

const DEVICE = closed({
  id: ID,
  name: NAME,
  model: ID,
  /** Where it stands: desk, rack, guest room. */
  place: Unsafe<string>({ type: 'string', maxLength: 200 }),
  settings: named(SETTING, Unsafe<ControlValue>({ type: ['number', 'boolean', 'string'] }), 3000),
  /** Where a loudspeaker stands on the plan of the table. */
  spot: Optional(SPOT),
  /** The sample rate it is set to; absent: whatever it is asked for. */
  rateHz: Optional(RATE),
  /** Whose clock it counts samples by: its own, whatever comes in, what comes into one socket; absent: what comes in, where it does, else its own. */
  countsBy: Optional(either([oneOf(CLOCK_SOURCES), closed({ port: POINT })])),
  /** How far the computer's own slider for a stream of it is turned down, dB; absent: it is all the way up. */
  sliders: Optional(named(POINT, number(-60, 0), 20)),
  /** The name its computer lists it under; absent: nobody has looked. */
  listedAs: Optional(NAME),
  /** Sets of batteries at hand for it, the one in it too; absent: one. */
  batterySets: Optional(integer({ minimum: 1, maximum: 99 })),
  /** Its maker's driver is not on the computer; absent: it is, where it is needed. */
  lacksDriver: Optional(flag()),
  /** What a computer's system listens to and plays into; absent: its own first socket. */
  system: Optional(
    closed({
      /** Absent: it joins inputs by itself. */
      kind: Optional(oneOf(SYSTEM_KINDS)),
      /** The helper program that joins inputs is not there. */
      lacksHelper: Optional(flag()),
      input: Optional(either([DEVICE_STREAM, JOINED_CHOICE])),
      output: Optional(either([DEVICE_STREAM, JOINED_CHOICE])),
    }),
  ),
  /** What is wanted on the tracks of a camera or recorder; absent: usual for it, or as the rig. */
  aim: Optional(AIM),
});
export type Device = Static<typeof DEVICE>;
/** Whose clock a device counts samples by. */
export type ClockSource = Device['countsBy'] & {};

/** A stream that is joined with others; `resampled`: whether the clock is followed by converting the rate. */
const JOINED_MEMBER = closed({ device: ID, stream: POINT, resampled: flag() });
export type JoinedMember = Static<typeof JOINED_MEMBER>;

/** Several streams that a computer uses as one many-channel input: the first member has the first numbers. */
const JOINED_INPUT = closed({
  id: ID,
  /** The device that joins them. */
  computer: ID,
  name: NAME,
  members: list(JOINED_MEMBER, 32),
  /** Streams that what plays into it comes out of, numbered like the members; absent: it has no outputs. */
  outputs: Optional(list(JOINED_MEMBER, 32)),
  /** The sample rate it is opened at; absent: whatever its devices run at. */
  rateHz: Optional(RATE),
  /** The member device whose clock all follow; null while nobody has chosen. */
  clock: either([nothing(), ID]),
});
export type JoinedInput = Static<typeof JOINED_INPUT>;

/** What a lead's end is plugged into: a device's port, or the end of another lead. */
const PLUGGED = either([
  nothing(),
  closed({ device: ID, port: POINT }),
  closed({ lead: ID, end: integer({ minimum: 0, maximum: 11 }) }),
]);
export type Plugged = Static<typeof PLUGGED>;

const LEAD = closed({
  id: ID,
  kind: ID,
  lengthM: number(0, 1000),
  ends: list(PLUGGED, 12, 2),
  /** Conductors that are broken, by name. */
  broken: list(NAME, 30),
});
export type Lead = Static<typeof LEAD>;

const PERSON = closed({
  id: ID,
  name: NAME,
  effort: oneOf(VOICE_EFFORTS),
  /** How much louder this voice is than is usual for its effort, dB; a faint one below 0; absent: as usual. */
  againstUsualDb: Optional(number(-20, 20)),
  /** Where the mouth is on the plan of the table; absent: nobody has said. */
  spot: Optional(SPOT),
  /** The headphones they wear, which a microphone near their ears hears faintly; absent: none that anyone has named. */
  wears: Optional(ID),
});
export type Person = Static<typeof PERSON>;

/** Someone speaking into a capsule of a device. */
const PLACEMENT = closed({
  id: ID,
  person: ID,
  device: ID,
  capsule: POINT,
  distanceM: number(0.01, 20),
  /** How far the microphone is turned away from the mouth: to the right of it, or, below 0, to the left. */
  offAxisDeg: number(-180, 180),
  /** Where the microphone is, seen from the mouth: degrees to the right of straight ahead. Absent: 0. */
  bearingDeg: Optional(number(-180, 180)),
});
export type Placement = Static<typeof PLACEMENT>;

/** Figures the results rest on that nobody measured here; each can be changed. */
const ASSUMPTIONS = closed({
  /** Speech peaks above the long-term level, dB. ANSI S3.5 uses 15; 12 is common practice. */
  speechCrestDb: number(0, 40),
  /** Share of a gain's travel beyond which hiss is expected. Common practice. */
  gainTravelLimit: number(0, 1),
  /** Long-term level a call or player app sends out, dBFS. Common practice. */
  callLevelDbfs: number(-80, 0),
  /** Peaks of that sound above it, dB. Common practice. */
  callCrestDb: number(0, 40),
  /** Hum and noise pressed into each wire of a lead for each metre, nanoamps. Common practice; absent: 1. */
  interferenceNanoampsPerM: Optional(number(0, 1000)),
  /** Hum between the earths of two plugs, millivolts. Common practice; absent: 5. */
  earthHumMillivolts: Optional(number(0, 1000)),
  /** How alike left and right of a programme are: 1 a mono voice, 0 strangers. Common practice; absent: 0.4, music. */
  programmeLikeness: Optional(number(-1, 1)),
  /** How far a voice must be over the hiss where it is kept or sent, dB. Common practice; absent: 42. */
  leastOverNoiseDb: Optional(number(0, 120)),
  /** How far a neighbour must be under the one who speaks into a microphone, dB. The 3:1 rule in an ordinary room; absent: 8. */
  leastApartDb: Optional(number(0, 60)),
  /** How far a loudspeaker in an open microphone is kept from howling, dB. Common practice; absent: 6. */
  howlMarginDb: Optional(number(0, 40)),
  /** Volume of the room that voices are in, m³. Absent: 50. */
  roomVolumeM3: Optional(number(1, 100_000)),
  /** How long that room rings, seconds (reverberation time). Common practice for a furnished room; absent: 0.4. */
  roomReverbS: Optional(number(0.05, 10)),
  /** Noise of the room, dB(A). A quiet room; absent: 30. */
  roomNoiseDba: Optional(number(-20, 100)),
  /** How long a recording is to go on, hours. Absent: 2. */
  showHours: Optional(number(0.1, 240)),
  /** What gear fed over USB draws at rest where its model does not say, milliamps. Common practice; absent: 200. */
  usbRestMilliamps: Optional(number(0, 3000)),
  /** What an amplifier draws at 5 V for the headphones in it, milliamps. Common practice; absent: 25. */
  headphonesMilliamps: Optional(number(0, 1000)),
  /** How many talk at the same moment at most: what a mix has to have room for. Common practice; absent: 2. */
  talkAtOnce: Optional(number(1, 32)),
  /** What a packed file without loss takes of an unpacked one. Common practice for speech; absent: 0.7. */
  packedShare: Optional(number(0.1, 1)),
  /** How late a device of a joined input is by its resampler, milliseconds. Common practice; absent: 1. */
  resamplerMs: Optional(number(0, 100)),
  /** How far the clock of gear may be off, parts per million. Common practice; absent: 50. */
  clockPpm: Optional(number(1, 2500)),
  /** How much weaker headphones are heard 10 cm outside their cup than in the ear, where their model does not say, dB. Common practice; absent: 40. */
  headphoneLeakDb: Optional(number(0, 90)),
  /** How long the network takes one way to a far end that does not say, milliseconds. Common practice; absent: 100. */
  networkMs: Optional(number(0, 5000)),
  /** How long people listen by headphones or loudspeakers here, hours a week. Absent: 6. */
  listeningHours: Optional(number(0.1, 168)),
});
export type Assumptions = Static<typeof ASSUMPTIONS>;

/** A sound as intents name it: a person here, what an app plays (its callers, or one of them), what a device plays by itself. */
const SOURCE_REF = either([
  closed({ person: ID }),
  closed({ app: ID, farEnd: Optional(ID) }),
  closed({ device: ID }),
]);
export type SourceRef = Static<typeof SOURCE_REF>;

/** A listener as intents name it: an app (its far ends or one, its tracks or one), or a device people hear or record with. */
const SINK_REF = either([
  closed({ app: ID, track: Optional(ID), farEnd: Optional(ID) }),
  closed({ device: ID }),
]);
export type SinkRef = Static<typeof SINK_REF>;

/** What must, or must never, arrive where, or only under the others there. */
const INTENT = closed({
  id: ID,
  source: SOURCE_REF,
  sink: SINK_REF,
  want: oneOf(['arrives', 'never', 'quieter']),
  /** With `quieter`: how far under the loudest of the others there, dB. */
  byDb: Optional(number(1, 60)),
});
export type Intent = Static<typeof INTENT>;

/** One studio set-up: self-contained, it carries the models and lead kinds it uses. */
const RIG = closed({
  format: only(RIG_FORMAT),
  version: only(RIG_VERSION),
  name: NAME,
  notes: TEXT,
  target: oneOf(TARGETS),
  assumptions: ASSUMPTIONS,
  models: list(MODEL, 500),
  leadKinds: list(LEAD_KIND, 500),
  devices: list(DEVICE, 2000),
  leads: list(LEAD, 4000),
  apps: list(APP, 500),
  joinedInputs: list(JOINED_INPUT, 100),
  people: list(PERSON, 500),
  placements: list(PLACEMENT, 500),
  intents: list(INTENT, 1000),
});
export type Rig = Static<typeof RIG>;

const DRAFT = 'https://json-schema.org/draft/2020-12/schema';

/** A device model as a file of its own. */
export const MODEL_SCHEMA: object = {
  $schema: DRAFT,
  $id: 'diaphon-model.schema.json',
  title: 'Diaphon device model',
  ...closed({ format: only('diaphon-model'), version: only(1), model: MODEL }),
};

export const RIG_SCHEMA: object = {
  $schema: DRAFT,
  $id: 'diaphon-rig.schema.json',
  title: 'Diaphon rig document',
  ...RIG,
};

import type { VoiceEffort } from '../units';

/** What someone says before buying. Short questions; every one has a usual answer. */
export interface Answers {
  /** People speaking at the same time in the room. */
  people: number;
  /** From the microphones to the computer, metres. */
  distanceM: number;
  /** People on calls at the same time. */
  callers: number;
  streams: boolean;
  /** `computer`: the camera hangs on the computer; `own-file`: it records by itself. */
  camera: 'none' | 'computer' | 'own-file';
  /** Guitars, basses and the like at the same time. */
  instruments: number;
  /** Now and then with loudspeakers before an audience. */
  events: boolean;
  grows: boolean;
  /** Faders and buttons under the fingers rather than software. */
  handsOn: boolean;
  microphone: 'hand-held' | 'broadcast' | 'condenser';
  effort: VoiceEffort;
  /** From mouth to microphone, metres. */
  mouthM: number;
  /** How loud the room is when nobody speaks, dB SPL. */
  roomNoiseSpl: number;
  /** Device models there are already, by id; the same one twice when there are two. */
  owned: string[];
}

export const USUAL_ANSWERS: Answers = {
  people: 2,
  distanceM: 3,
  callers: 0,
  streams: false,
  camera: 'none',
  instruments: 0,
  events: false,
  grows: false,
  handsOn: false,
  microphone: 'hand-held',
  effort: 'normal',
  // Two or three fingers, as close as dynamics are spoken into. Common practice, no published source.
  mouthM: 0.05,
  // A quiet room. Common practice, no published source.
  roomNoiseSpl: 30,
  owned: [],
};

/** The model of the catalogue that stands for each kind of microphone. */
export const MICROPHONE_MODELS: Record<Answers['microphone'], string> = {
  'hand-held': 'mic-dynamic-hand',
  broadcast: 'mic-dynamic-broadcast',
  condenser: 'mic-condenser-large',
};

/** How many of a model are owned. */
export const ownedCount = ({ owned }: Answers, model: string): number =>
  owned.filter((id) => id === model).length;

/** Sockets that must hear something at the same time. */
export const inputsNeeded = ({ people, instruments }: Answers): number => people + instruments;

import type { Db } from '../units';
import { isSaid, type SoundKind } from './sounds';
import type { ListenerKind } from './listeners';

/** Whether a sound must come to a listener. What must come with others must only where a control on its way keeps it back: nobody misses what was never led there. */
export type OwedWant =
  | 'must'
  /** It must where others who speak come: a mix has everyone, or none of them. */
  | 'with others'
  /** It must where anything else comes: a listener is given the whole of the show. */
  | 'with any'
  | 'may'
  | 'never';

/** How bad it is where it does not come, or comes and may not. */
export type Grade = 'fault' | 'caution' | 'advice';

/** What a kind of listener is owed of a kind of sound. */
export interface Owed {
  want: OwedWant;
  because: string;
  grade: Grade;
}

const owed = (want: OwedWant, because: string, grade: Grade = 'caution'): Owed => ({ want, because, grade });

export const MAY: Owed = owed('may', 'nobody has said whether it should');

const ALL_SPEAK = 'an audience hears everyone who speaks';
const ONE_SIDE = 'an audience that hears one side of a talk only makes nothing of it';
const TALKS = 'who calls talks with everyone who speaks here';
const LINES = 'callers on lines of their own hear one another only through here';
const ITSELF = 'nobody can speak against their own voice that comes back late';
const WHOLE_MIX = 'others who speak are in that mix, and whoever is not is missed there for good';
const WHOLE_PICTURE = 'others who speak are with the picture, and whoever is not is missed there';
const IN_EARS = 'whoever wears them hears the others of the talk there';
const IN_HALL = 'whoever sits there hears the others who speak';
const SHOW = 'what is played in a show is for whoever hears the show';
const RUNS_SHOW = 'whoever runs the show hears what its audience hears';
const ALERTS = 'what a system says to whoever sits before it is nobody else’s';

/** What voices that come from elsewhere are owed; a telephone line is a call like any other. */
const FROM_ELSEWHERE: Partial<Record<ListenerKind, Owed>> = {
  'mixed track': owed('with others', WHOLE_MIX),
  backup: owed('with others', WHOLE_MIX),
  stream: owed('must', ONE_SIDE),
  camera: owed('with others', WHOLE_PICTURE),
  'far end': owed('must', LINES),
  line: owed('must', LINES),
  ears: owed('with others', IN_EARS),
  producer: owed('with any', RUNS_SHOW),
};

/** What is played for those who hear the show. */
const PLAYED: Partial<Record<ListenerKind, Owed>> = {
  stream: owed('must', SHOW),
  'mixed track': owed('with any', SHOW),
  camera: owed('with any', SHOW),
  producer: owed('with any', RUNS_SHOW, 'advice'),
};

/**
 * What is owed to whom, before the operator says otherwise. A cell that is not here may come and need not. Common practice, no
 * published source.
 */
export const OWED: Record<SoundKind, Partial<Record<ListenerKind, Owed>>> = {
  voice: {
    'mixed track': owed('with others', WHOLE_MIX),
    backup: owed('with others', WHOLE_MIX),
    stream: owed('must', ALL_SPEAK, 'fault'),
    camera: owed('with others', WHOLE_PICTURE, 'fault'),
    'far end': owed('must', TALKS, 'fault'),
    line: owed('must', TALKS, 'fault'),
    ears: owed('with any', IN_EARS),
    producer: owed('with any', RUNS_SHOW),
    room: owed('with others', IN_HALL),
  },
  talkback: {},
  'far end': FROM_ELSEWHERE,
  line: FROM_ELSEWHERE,
  instrument: PLAYED,
  player: PLAYED,
  game: { 'far end': owed('never', 'who calls talks against it, and who plays along hears it twice') },
  alert: {
    stream: owed('never', ALERTS),
    'far end': owed('never', ALERTS),
    line: owed('never', ALERTS),
    'own track': owed('never', ALERTS),
    'mixed track': owed('never', ALERTS),
    backup: owed('never', ALERTS),
    camera: owed('never', ALERTS),
    room: owed('never', ALERTS),
  },
};

/** Nobody is sent their own voice. */
export const OWN_VOICE: Owed = owed('never', ITSELF, 'fault');

/** How loud a sound has to be where it is owed, in the unit of the place; what is lower is too quiet. Common practice, no published source. */
export interface LeastLevel {
  least: number;
  words: string;
}

/** Outside a window by no more than this, a level is as good as inside, dB. Common practice, no published source. */
export const NEARLY_DB: Db = 1.5;

/** In ears and rooms: comfortable speech is 65 to 80 dB SPL (common practice); ten less is still followed in a quiet room. */
const HEARD_SPL: LeastLevel = {
  least: 55,
  words: 'speech that is followed without effort: 55 dB SPL and more',
};
const HALL_SPL: LeastLevel = {
  least: 45,
  words: 'speech that is followed in a quiet room: 45 dB SPL and more',
};
const SENT_DBFS: LeastLevel = { least: -36, words: 'a voice that is sent on: −36 dBFS and more' };
const TRACK_DBFS: LeastLevel = { least: -30, words: 'what has a track of its own: −30 dBFS and more' };
/** Forty decibels under what is spoken, nobody hears music any more. */
const BED_DBFS: LeastLevel = { least: -55, words: 'music under a voice: −55 dBFS and more' };
const ASKED_DBFS: LeastLevel = { least: -45, words: 'what has to be heard: −45 dBFS and more' };

/** The least level of a kind of sound at a kind of listener; undefined where none is asked, or the aim of a track says it. */
export const leastLevelAt = (
  sound: SoundKind,
  listener: ListenerKind,
  isAsked: boolean,
): LeastLevel | undefined => {
  switch (listener) {
    case 'ears':
    case 'producer':
      return !isSaid(sound) && !isAsked ? undefined : HEARD_SPL;
    case 'room':
      return !isSaid(sound) && !isAsked ? undefined : HALL_SPL;
    case 'line':
      return undefined;
    case 'own track':
      return sound === 'voice' ? undefined : TRACK_DBFS;
    default:
      if (!isSaid(sound)) return isAsked ? ASKED_DBFS : BED_DBFS;
      return sound === 'voice' ? undefined : SENT_DBFS;
  }
};

import { combineEdits, type Edit } from './edit';
import { intentsWithout, putApp } from './commands';
import type { App, FarEnd, Rig } from './types';

/** How long the network takes one way where nobody says, ms: an ordinary call over the internet. Common practice, no published source. */
export const DEFAULT_NETWORK_MS = 100;

/** How much weaker an open loudspeaker comes into the microphone beside it, dB. Common practice, no published source. */
export const USUAL_OPEN_LOSS_DB = 10;

/** What an echo canceller takes away while one side speaks, dB; about what ITU-T G.167 asks of one, from memory. */
export const CANCELLER_DB = 40;

/** An echo that is later than this no canceller looks for, ms. Common practice, no published source. */
export const CANCELLER_REACHES_MS = 250;

/** A far end as it counts: what nobody has said of it is as usual. */
export interface FarEndAs {
  /** Absent: nobody has described who is there. */
  id?: string;
  name: string;
  networkMs: number;
  /** What of what they hear goes back into their microphone, dB and ms; absent by a headset, which lets nothing back that counts. */
  echo?: { lossDb: number; lateMs: number; cancelledDb: number };
}

const asUsual = (rig: Rig, farEnd: FarEnd): FarEndAs => {
  const { id, name, listensBy, canceller, speakerMs = 0, openLossDb = USUAL_OPEN_LOSS_DB } = farEnd;
  const cancelledDb = canceller && speakerMs <= CANCELLER_REACHES_MS ? CANCELLER_DB : 0;
  return {
    id,
    name,
    networkMs: farEnd.networkMs ?? rig.assumptions.networkMs ?? DEFAULT_NETWORK_MS,
    // A headset keeps 46 dB between the two (ITU-T P.310, from memory): more than ITU-T G.131 asks for at any delay a talk bears.
    ...(listensBy === 'headset' ? {} : { echo: { lossDb: openLossDb, lateMs: speakerMs, cancelledDb } }),
  };
};

/** What a far end is called that nobody has described. */
export const farEndName = (program: string): string => `Far end of ${program}`;

/** Who is at the other end of a call; one that nobody has described where nobody is. */
export const farEndsOf = (rig: Rig, { name, farEnds = [] }: App): FarEndAs[] =>
  farEnds.length > 0
    ? farEnds.map((one) => asUsual(rig, one))
    : [{ name: farEndName(name), networkMs: rig.assumptions.networkMs ?? DEFAULT_NETWORK_MS }];

/** Who is there, how far away and by what they listen: "Ines 80 ms away by headset". */
export const farEndWords = (rig: Rig, farEnd: FarEnd): string => {
  const { networkMs } = asUsual(rig, farEnd);
  const { name, listensBy, canceller } = farEnd;
  return `${name} ${networkMs} ms away by ${listensBy}${canceller ? '' : ' without echo canceller'}`;
};

/** The next far end of a call, as it usually is. */
export const newFarEnd = ({ farEnds = [] }: App): FarEnd => {
  for (let n = 1; ; n += 1) {
    const id = `far-${n}`;
    if (!farEnds.some((one) => one.id === id))
      return { id, name: `Caller ${n}`, listensBy: 'headset', canceller: true };
  }
};

/** Adds or changes one of those at the other end of a call. */
export const putFarEnd = (rig: Rig, app: App, farEnd: FarEnd): Edit => {
  const { farEnds = [] } = app;
  const isThere = farEnds.some(({ id }) => id === farEnd.id);
  return {
    ...putApp(rig, {
      ...app,
      farEnds: isThere ? farEnds.map((one) => (one.id === farEnd.id ? farEnd : one)) : [...farEnds, farEnd],
    }),
    label: isThere ? `Change ${farEnd.name}` : `Add ${farEnd.name} to ${app.name}`,
  };
};

/** Takes one of them away, with what was said of whom they hear. */
export const removeFarEnd = (rig: Rig, { farEnds = [], ...app }: App, id: string): Edit => {
  const left = farEnds.filter((one) => one.id !== id);
  const steps = intentsWithout(rig, (ref) => 'app' in ref && ref.app === app.id && ref.farEnd === id);
  return combineEdits(
    `Take ${farEnds.find((one) => one.id === id)?.name ?? id} away`,
    { label: '', steps },
    putApp(rig, left.length > 0 ? { ...app, farEnds: left } : app),
  );
};

import type { Rendered } from '@diaphon/core';

/** A sound that goes round. */
export interface Playing {
  /** @param db over what was rendered */
  turn: (db: number) => void;
  stop: () => void;
}

/** How long a change of volume takes, seconds: without a click. */
const GLIDE_S = 0.05;

/** Plays a round over and over. @param db over what was rendered */
export const play = ({ samples, rateHz }: Rendered, db: number): Playing => {
  const context = new AudioContext();
  const buffer = context.createBuffer(1, samples.length, rateHz);
  buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0);
  const source = new AudioBufferSourceNode(context, { buffer, loop: true });
  const volume = new GainNode(context, { gain: 0 });
  source.connect(volume).connect(context.destination);
  const turn = (to: number) => volume.gain.setTargetAtTime(10 ** (to / 20), context.currentTime, GLIDE_S);
  turn(db);
  source.start();
  return {
    turn,
    stop: () => {
      source.stop();
      void context.close();
    },
  };
};

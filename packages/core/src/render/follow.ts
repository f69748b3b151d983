import { dynamicsGainDb, type Dynamics } from '../flow';
import { ratioFromDb } from '../units';
import { RATE_HZ, type Sound } from './spectrum';

/** How fast a gate or compressor follows a sound that grows, and one that fades, seconds. Common practice, no published source. */
const [ATTACK_S, RELEASE_S] = [0.01, 0.05];
/**
 * So much more than the mean power of speech a follower reads that is quicker up than down, dB: taken off, as detectors are
 * aligned to what a meter of the mean shows. Measured on the made-up speech.
 */
const READS_HIGH_DB = 0.8;
/** How often its gain is worked out anew, samples: a third of a millisecond. */
const STEP = 16;

const partOf = (seconds: number): number => 1 - Math.exp(-STEP / (RATE_HZ * seconds));
const [RISE, FALL] = [partOf(ATTACK_S), partOf(RELEASE_S)];

/** What a gate and a compressor make of a round of sound, whose long-term level is its power: 1 is 0 dBFS. */
export const follow = (sound: Sound, dynamics: Dynamics): Sound => {
  const powers = Float64Array.from({ length: Math.ceil(sound.length / STEP) }, (_, k) => {
    const part = sound.subarray(k * STEP, (k + 1) * STEP);
    return part.reduce((sum, value) => sum + value ** 2, 0) / part.length;
  });
  let power = 0;
  const step = (now: number) => {
    power += (now - power) * (now > power ? RISE : FALL);
  };
  const gain = () =>
    ratioFromDb(dynamicsGainDb(dynamics, 10 * Math.log10(Math.max(1e-20, power)) - READS_HIGH_DB));
  // Once round beforehand: what goes round has no beginning.
  powers.forEach(step);
  const behind = new Float64Array(sound.length);
  let before = gain();
  powers.forEach((now, k) => {
    step(now);
    const by = gain();
    // From one gain to the next in a straight line: no steps are heard.
    for (let n = 0; n < STEP && k * STEP + n < sound.length; n += 1)
      behind[k * STEP + n] = sound[k * STEP + n]! * (before + ((by - before) * (n + 1)) / STEP);
    before = by;
  });
  return behind;
};

import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fixesFor, makeEngineMemory, solveRig } from '../offers';
import { applyEdit, readRigText, type Rig } from '../rig';

/**
 * Pressing only the first button of the gravest finding leads home: no circles, and at least 98 of 100 desks end with nothing above
 * advice.
 */

const FOLDER = join(__dirname, '../../fixtures/desks');
const DESKS = readdirSync(FOLDER).filter((name) => name !== 'expect.json');
const MOST_PRESSED = 14;

const rigOf = (name: string): Rig => {
  const read = readRigText(readFileSync(join(FOLDER, name), 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.rig;
};

const stateOf = ({ devices, leads, apps, placements, joinedInputs, intents }: Rig): string =>
  JSON.stringify([devices, leads, apps, placements, joinedInputs, intents]);

const endOf = (start: Rig): 'clear' | 'stuck' | 'circle' => {
  const memory = makeEngineMemory();
  const seen = new Set([stateOf(start)]);
  let rig = start;
  for (let pressed = 0; pressed < MOST_PRESSED; pressed += 1) {
    const found = solveRig(rig, memory).findings.filter(({ severity }) => severity !== 'advice');
    if (found.length === 0) return 'clear';
    const fix = found.map(({ id }) => fixesFor(rig, id, memory)[0]).find((one) => one !== undefined);
    if (!fix) return 'stuck';
    rig = applyEdit(rig, fix.edit).rig;
    if (seen.has(stateOf(rig))) return 'circle';
    seen.add(stateOf(rig));
  }
  return 'stuck';
};

/** No gear of theirs makes it good: a lapel microphone at a jack without gain, two voices on one input, a camera left unplugged. */
const WITHOUT_CURE = new Set([
  'lav-headset-splitter-laptop.json',
  'receiver-dual-stereo-into-balanced-input.json',
  'w-no-plugin-power-lapel.json',
]);

it.each(DESKS)('%s', (name) => {
  const end = endOf(rigOf(name));
  expect(end).toBe(WITHOUT_CURE.has(name) ? 'stuck' : 'clear');
});

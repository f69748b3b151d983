import { whereReads } from '../units/where-reads.testing';
import { USUAL_ANSWERS, type Answers } from './answers';
import { adapterTopic } from './adapter-lead';

const said = (change: Partial<Answers>) => adapterTopic({ ...USUAL_ANSWERS, ...change });
const figure = (topic: ReturnType<typeof said>, label: string) =>
  topic.figures.find((one) => one.label.startsWith(label))!.value;
const percent = (topic: ReturnType<typeof said>) => Math.round(figure(topic, 'Peaks on an input meter'));

/** Said from where the peaks just read so, in whole per cent of the meter. */
const reading = (wanted: number) =>
  said({ mouthM: whereReads(-wanted, (mouthM) => -percent(said({ mouthM })), 0.01, 1) });

it('60 % of the meter is enough, 59 are not', () => {
  const [enough, little] = [60, 59].map(reading);
  expect(enough!.schools[0]!.holds).toBe(true);
  expect(enough!.recommendation).not.toMatch(/too quiet/);
  expect(little!.schools[0]!.holds).toBe(false);
  expect(little!.recommendation).toBe('No: even at full gain this voice stays too quiet.');
});

it('the room and the adapter as loud: the room is heard first; a decibel quieter, the adapter', () => {
  const apartDb = (topic: ReturnType<typeof said>) => {
    const [adapter, room] = ['Voice over the adapter', 'Voice over the room'].map((label) =>
      figure(topic, label),
    );
    return Math.round(room!) - Math.round(adapter!);
  };
  const at = (db: number) => {
    const reads = (roomNoiseSpl: number) => -apartDb(said({ roomNoiseSpl }));
    return said({ roomNoiseSpl: whereReads(-db, reads, 10, 70) });
  };
  const [alike, quieter] = [at(0), at(1)];
  expect(alike.reasons.join()).toContain('the room is heard first');
  expect(quieter.reasons.join()).toContain('the adapter is heard first');
  expect(alike.schools[1]!.holds).toBe(false);
  expect(quieter.schools[1]!.holds).toBe(true);
});

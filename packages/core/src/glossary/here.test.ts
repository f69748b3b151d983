import { DEMO_RIGS } from '../demo';
import { solveRig } from '../offers';
import { emptyRig } from '../rig';
import { GLOSSARY, glossaryHere, wordsIn } from '.';

const rig = DEMO_RIGS[0]!.rig;
const readings = solveRig(rig);
const here = (word: string) => glossaryHere(rig, readings).find((term) => term.word === word)!.here;

describe('what a word comes to in a rig', () => {
  it('phantom: the volts at each microphone that lives on it, 48 − 3400·I (IEC 61938, memory): 3.2 and 3.5 mA', () =>
    expect(here('Phantom power')).toEqual([
      'Guest microphone has 37.1 V of it and works from 30 V.',
      "Neighbour's microphone has 36.1 V of it and works from 30 V.",
    ]));

  it('levels, headroom and lateness are those of the strands', () => {
    const { stages, sourceName, sinkLabel } = readings.strands.find(
      ({ person, arrives }) => person !== null && arrives,
    )!;
    const end = stages[stages.length - 1]!;
    const words = (value: number) => value.toFixed(1).replace('-', '−');
    expect(here('dBFS')[0]).toBe(
      `${sourceName} averages ${words(end.typical)} dBFS at ${sinkLabel}, peaks at ${words(end.peak)}.`,
    );
    expect(here('Latency')[0]).toContain(`${end.delayMs.toFixed(1)} ms after the mouth`);
    const least = Math.min(...stages.flatMap(({ headroomDb }) => headroomDb ?? []));
    expect(here('Headroom')[0]).toContain(`${words(least)} dB left`);
  });

  it('gear is told by what it is, and only where it is', () => {
    expect(here('Condenser microphone')).toEqual(["In this rig: Guest microphone, Neighbour's microphone."]);
    expect(here('Dynamic microphone')).toEqual(["In this rig: Keeper's microphone."]);
    expect(here('Gain')[0]).toBe('Gain 1 of Lamp room mixer stands at 54 of 60 dB for Keeper.');
    expect(here('Ground loop')).toEqual([]);
  });

  it('an empty rig has every word, and figures of none but the strands it has not', () => {
    const empty = emptyRig('Empty');
    const terms = glossaryHere(empty, solveRig(empty));
    expect(terms).toHaveLength(GLOSSARY.length);
    expect(terms.flatMap((term) => term.here)).toEqual(['This rig has 0 strands of voices that arrive.']);
  });
});

describe('words of the trade in a text', () => {
  it('are found by any of their names, whole, the longest first, each once', () => {
    const pieces = wordsIn(
      'Phantom power kills a jack; phantom power again, dbfs, phantoms, and a headphantom.',
    );
    expect(pieces.filter(({ word }) => word).map(({ text, word }) => [text, word])).toEqual([
      ['Phantom power', 'Phantom power'],
      ['jack', 'TRS and TS'],
      ['dbfs', 'dBFS'],
    ]);
  });

  it('the pieces are the text', () => {
    for (const { why } of readings.findings)
      expect(
        wordsIn(why)
          .map(({ text }) => text)
          .join(''),
      ).toBe(why);
    expect(wordsIn('')).toEqual([]);
  });
});

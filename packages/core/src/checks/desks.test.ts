import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readRigText, type Rig } from '../rig';
import { fixesFor, solveRig } from '../offers';
import type { Finding } from './finding';

/** Desks as versions 1 and 2 wrote them, and what an experienced operator would have them say. */
interface Expected {
  desk: string;
  expect: string[];
  must: string[];
  mustNot: string[];
}

const FOLDER = join(__dirname, '../../fixtures/desks');
const EXPECTED = JSON.parse(readFileSync(join(FOLDER, 'expect.json'), 'utf8')) as Expected[];

const rigOf = (desk: string): Rig => {
  const read = readRigText(readFileSync(join(FOLDER, `${desk}.json`), 'utf8'));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.rig;
};

const above = (findings: Finding[]) => findings.filter(({ severity }) => severity !== 'advice');
const grave = (findings: Finding[]) =>
  findings.filter(({ severity }) => severity === 'danger' || severity === 'fault');

/** What `expect` says in words, as code. */
const WORDS: Record<string, (rig: Rig, findings: Finding[]) => void> = {
  'nothing above advice': (_rig, findings) =>
    expect(above(findings).map(({ code, title }) => `${code}: ${title}`)).toEqual([]),
  'at least one danger or fault': (_rig, findings) => expect(grave(findings)).not.toEqual([]),
  'at least one danger': (_rig, findings) =>
    expect(findings.filter(({ severity }) => severity === 'danger')).not.toEqual([]),
  'a danger': (_rig, findings) =>
    expect(findings.filter(({ severity }) => severity === 'danger')).not.toEqual([]),
  'at least one danger, fault or caution': (_rig, findings) => expect(above(findings)).not.toEqual([]),
  'at least one finding above advice': (_rig, findings) => expect(above(findings)).not.toEqual([]),
  'the voice arrives at its track': (rig) =>
    expect(
      solveRig(rig).strands.some(
        ({ person, arrives, sinkKind }) => person && arrives && sinkKind === 'track',
      ),
    ).toBe(true),
};

const NO_FIRST_PHANTOM = 'a first fix that switches phantom on';

describe('desks an experienced operator has looked at', () => {
  it.each(EXPECTED.map((one) => [one.desk, one] as const))('%s', (desk, { expect: words, must, mustNot }) => {
    const rig = rigOf(desk);
    const { findings } = solveRig(rig);
    const codes = findings.map(({ code }) => code as string);
    for (const said of words) {
      const notFirst = /^the first fix is not: (.+)$/.exec(said)?.[1]?.split('|');
      if (!notFirst) WORDS[said]!(rig, findings);
      for (const { id } of notFirst ? above(findings) : []) {
        const first = fixesFor(rig, id)[0]?.label ?? '';
        expect(notFirst!.filter((words) => first.includes(words))).toEqual([]);
      }
    }
    for (const code of must) expect(codes).toContain(code);
    for (const code of mustNot) {
      if (code !== NO_FIRST_PHANTOM) expect(codes).not.toContain(code);
      else {
        const firsts = findings.map(({ id }) => fixesFor(rig, id)[0]?.label ?? '');
        expect(firsts.filter((label) => /phantom/i.test(label) && /\bon$/.test(label))).toEqual([]);
      }
    }
  });

  it.each(EXPECTED.map(({ desk }) => desk))(
    '%s: whatever is offered ends its finding, and nothing graver comes',
    (desk) => {
      const rig = rigOf(desk);
      for (const { id, severity } of solveRig(rig).findings) {
        for (const { edit, preview } of fixesFor(rig, id)) {
          expect(preview.gone.map((gone) => gone.id)).toContain(id);
          if (severity !== 'danger')
            expect(preview.come.filter((one) => one.severity === 'danger')).toEqual([]);
          expect(edit.steps.length).toBeGreaterThan(0);
        }
      }
    },
  );
});

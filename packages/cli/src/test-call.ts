import { makeEngineMemory, solve, testCall, type Rig, type TestCall } from '@diaphon/core';
import { figure } from './text';

export interface TestCallReport extends TestCall {
  report: 'diaphon-test-call';
  version: 1;
  rig: string;
}

/** The script of a test call: what to say, which meters move, which stay still, what to ask. */
export const testCallReport = (rig: Rig): TestCallReport => ({
  report: 'diaphon-test-call',
  version: 1,
  rig: rig.name,
  ...testCall(solve(rig, makeEngineMemory())),
});

export const testCallText = ({ rig, before, steps }: TestCallReport): string => {
  const told = steps.map(({ say, moves, still, questions }, index) =>
    [
      `${index + 1}. ${say}`,
      ...moves.map(
        ({ meter, device, level, unit }) => `   moves  ${meter}, ${device}: ${figure(level)} ${unit}`,
      ),
      ...still.map((name) => `   still  ${name}`),
      ...questions.map(
        ({ question, answer, isWrong }) =>
          `   ask    ${question} ${answer}${isWrong ? ' (as it stands it will be the other)' : ''}`,
      ),
    ].join('\n'),
  );
  return `${rig}: test call\n\n${before.join('\n')}\n\n${told.join('\n\n')}\n`;
};

import {
  applyEdit,
  finish,
  makeEngineMemory,
  proposeInSteps,
  type ProposedWay,
  type Proposal,
  type Rig,
  type Solver,
} from '@diaphon/core';

/** Who waits for a command waits longer than who presses a button, ms. */
const LONGEST_MS = 30_000;

interface ReportedWay extends Pick<ProposedWay, 'costs' | 'leaves' | 'feeds'> {
  changes: string[];
  gone: string[];
  come: string[];
}

export interface ProposeReport extends Omit<Proposal, 'ways' | 'gear'> {
  report: 'diaphon-propose';
  version: 1;
  rig: string;
  ways: ReportedWay[];
  gear: ReportedWay[];
}

const reported = ({ changes, costs, leaves, feeds, preview: { gone, come } }: ProposedWay): ReportedWay => ({
  changes: changes.map(({ label, place }) => (place ? `${label} (${place})` : label)),
  costs,
  leaves,
  feeds,
  gone: gone.map(({ title }) => title),
  come: come.map(({ title }) => title),
});

/** The fewest changes by which everyone hears what is meant, and the rig with the first way taken. */
export const proposeReport = (rig: Rig, solver: Solver): { report: ProposeReport; set: Rig } => {
  const start = performance.now();
  const isTimeUp = () => performance.now() - start > LONGEST_MS;
  const { ways, gear, ...rest } = finish(proposeInSteps(rig, solver, makeEngineMemory(), isTimeUp));
  return {
    set: ways[0] ? applyEdit(rig, ways[0].edit).rig : rig,
    report: {
      report: 'diaphon-propose',
      version: 1,
      rig: rig.name,
      ...rest,
      ways: ways.map(reported),
      gear: gear.map(reported),
    },
  };
};

const list = (head: string, rows: readonly string[]): string[] =>
  rows.length === 0 ? [] : [head, ...rows.map((row) => `  ${row}`)];

const wayText = (head: string, { changes, costs, leaves, gone, come }: ReportedWay): string[] => [
  ...list(head, changes),
  ...list('  costs:', costs),
  ...list('  leaves:', leaves),
  ...list('  goes:', gone),
  ...list('  appears:', come),
];

export const proposeText = ({ rig, wrong, ways, unmet, clash, against, gear }: ProposeReport): string =>
  [
    rig,
    ...(wrong.length === 0 ? ['Everyone hears what is meant.'] : list('Not so:', wrong)),
    ...ways.flatMap((way, index) => wayText(index === 0 ? 'The fewest changes:' : 'Or:', way)),
    ...list('No setting brings:', unmet),
    ...(clash.length > 1 ? list('Not to be had together:', clash) : []),
    ...list('To have all of it would bring:', against),
    ...gear.flatMap((way) => wayText('With other gear all of it can be had:', way)),
    '',
  ].join('\n');

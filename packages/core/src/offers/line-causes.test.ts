import { battery } from '../battery.testing';
import { controlOf } from '../catalogue';
import { ordinaryDesks } from '../checks/desks.testing';
import { skerryLight } from '../demo';
import { strandControls } from '../gain';
import { chance } from '../render/chance';
import { applyEdit, putPerson, removeLead, setControl, settingOf, type Edit, type Rig } from '../rig';
import { mainStrand, plannedLines, type HeardLine } from './line-check';
import { causesInSteps, type LineCause } from './line-causes';
import { finish, makeEngineMemory, solve } from '.';

/** What each channel of a rig would have, measured within a decibel or two. */
const heardIn = (rig: Rig, random: () => number = () => 0.5): Record<string, HeardLine> => {
  const off = (level: number | null, spread: number) =>
    level === null ? null : level + spread * (2 * random() - 1);
  return Object.fromEntries(
    plannedLines(solve(rig, makeEngineMemory())).map(({ id, levelDbfs, noiseDbfs }) => [
      id,
      { levelDbfs: off(levelDbfs, 1.5), noiseDbfs: off(noiseDbfs, 2) },
    ]),
  );
};
const causes = (rig: Rig, edit: Edit, random?: () => number): Record<string, LineCause[]> =>
  finish(causesInSteps(rig, heardIn(applyEdit(rig, edit).rig, random)));

describe('the museum, one thing changed behind the plan’s back', () => {
  const first = (edit: Edit) =>
    Object.values(causes(skerryLight, edit)).map(([likeliest]) => likeliest?.words ?? 'nothing');
  const guest = skerryLight.people.find(({ id }) => id === 'guest')!;

  it.each<[string, Edit, RegExp[]]>([
    ['a gain', setControl(skerryLight, 'mixer', 'gain2', 15), [/^Gain 2 of Lamp room mixer stands at 15 dB/]],
    [
      'phantom: every condenser at once',
      setControl(skerryLight, 'mixer', 'phantom', false),
      [/^Phantom/, /^Phantom/],
    ],
    [
      'a voice: the noise stays',
      putPerson(skerryLight, { ...guest, againstUsualDb: -9 }),
      [/^Guest speaks 9.0 dB more quietly/],
    ],
    [
      'a player: both sides at once',
      setControl(skerryLight, 'effects', 'volume', -20),
      [/^Volume of Effects/, /^Volume/],
    ],
    ['a lead', removeLead(skerryLight, skerryLight.leads[0]!.id), [/^The lead from Output of Keeper’s? ?'?/]],
  ])('%s', (_what, edit, expected) => {
    const found = first(edit);
    expect(found).toHaveLength(expected.length);
    found.forEach((words, at) => expect(words.replace("'", '’')).toMatch(expected[at]!));
  });

  it('two things at once are each explained', () => {
    const one = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain2', 15)).rig;
    const two = applyEdit(one, setControl(one, 'effects', 'volume', -20)).rig;
    const found = finish(causesInSteps(skerryLight, heardIn(two)));
    const words = Object.values(found).map(([likeliest]) => likeliest?.words ?? 'nothing');
    expect(words).toEqual([
      expect.stringMatching(/^Gain 2/u),
      expect.stringMatching(/^Volume/u),
      expect.stringMatching(/^Volume/u),
    ]);
  });

  it('nothing is off: nothing is explained', () =>
    expect(finish(causesInSteps(skerryLight, heardIn(skerryLight)))).toEqual({}));

  it('what is off by a knob offers to put the plan as it is, and explains how much', () => {
    const [[cause]] = Object.values(causes(skerryLight, setControl(skerryLight, 'mixer', 'gain2', 15))) as [
      [LineCause],
    ];
    expect(cause.explainsDb).toBeCloseTo(-29, 0);
    expect(
      applyEdit(skerryLight, cause.plan!).rig.devices.find(({ id }) => id === 'mixer')!.settings,
    ).toMatchObject({
      gain2: 15,
    });
  });
});

/** What may be changed of a desk, with what the first cause is to say. */
const changesOf = (rig: Rig): [Edit, RegExp][] => {
  const solved = solve(rig, makeEngineMemory());
  return plannedLines(solved).flatMap(({ id }): [Edit, RegExp][] => {
    const strand = mainStrand(solved, id);
    if (!strand) return [];
    const knobs = strandControls(solved.find, strand).flatMap(({ device, control }): [Edit, RegExp][] => {
      const own = solved.find.device(device)!;
      const value = settingOf(own, control);
      const name = new RegExp(`^${control.label.replace(/[()+]/gu, '.')} of `, 'u');
      const known = controlOf(solved.find.modelOf(device), control.id)!;
      if (known.kind === 'gain' && typeof value === 'number' && value - 14 >= known.minDb)
        return [[setControl(rig, device, control.id, value - 14), name]];
      return known.kind === 'switch' ? [[setControl(rig, device, control.id, !value), name]] : [];
    });
    const person = rig.people.find((one) => one.id === strand.person);
    const leads = rig.leads.filter(({ ends }) =>
      ends.every(
        (end) => end && 'device' in end && strand.stages.some(({ device }) => device === end.device),
      ),
    );
    return [
      ...knobs,
      ...leads.map((lead): [Edit, RegExp] => [removeLead(rig, lead.id), /^(The lead|Wire)/u]),
      ...(person
        ? [[putPerson(rig, { ...person, againstUsualDb: -10 }), / more quietly/u] satisfies [Edit, RegExp]]
        : []),
    ];
  });
};

it('on ordinary desks the true cause is first nine times in ten', () => {
  const random = chance(5);
  const desks = ordinaryDesks();
  let [right, all] = [0, 0];
  const wrong: string[] = [];
  for (let at = 0; all < battery(200, 40) && at < 400; at += 1) {
    const [name, rig] = desks[Math.floor(random() * desks.length)]!;
    const changes = changesOf(rig);
    const change = changes[Math.floor(random() * changes.length)];
    if (!change) continue;
    const [first] = Object.values(causes(rig, change[0], random));
    // What changes nothing anyone measures has no cause.
    if (!first) continue;
    all += 1;
    if (change[1].test(first[0]?.words ?? '')) right += 1;
    else
      wrong.push(`${name}: ${change[0].label}: ${first.map(({ words }) => words).join(' | ') || 'nothing'}`);
  }
  if (right / all < 0.9) throw new Error(`${right} of ${all}\n${wrong.join('\n')}`);
});

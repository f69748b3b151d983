import { solve } from '../offers';
import { after } from '../rig/testing';
import { light } from './bad-desks.testing';
import { dataLeadTooLong } from './data-lead-too-long';

/** Light goes ten metres (its lead kind; common practice). */
const said = (lengthM: number) => dataLeadTooLong(solve(light(lengthM)));

it('up to what its data survives nothing is said', () => {
  expect(said(10)).toEqual([]);
  const [found, ...more] = said(10.5);
  expect(more).toEqual([]);
  expect(found!.title).toMatch(/^10\.5 m of .+: its data survives 10 m$/);
  expect(said(20)[0]!.title).toMatch(/^20 m of /);
  expect(said(20)[0]!.figures.map(({ value }) => value)).toEqual([20, 10]);
});

it('no usual lead that is too long itself', () => {
  const rig = light(30);
  const long = {
    ...rig,
    leadKinds: rig.leadKinds.map((kind) =>
      kind.id === 'optical' ? { ...kind, usualLengthsM: [5, 15, 20] } : kind,
    ),
  };
  expect(
    dataLeadTooLong(solve(long))[0]!
      .propose()
      .map(({ label }) => label),
  ).toEqual(['Use a 5 m lead', 'Unplug this lead']);
});

it('the longest usual lead that is short enough, or none', () => {
  const rig = light(20);
  const fixes = said(20)[0]!.propose();
  const kind = rig.leadKinds.find(({ id }) => id === 'optical')!;
  const longest = Math.max(...kind.usualLengthsM.filter((usual) => usual <= 10));
  expect(fixes.map(({ label }) => label)).toEqual([`Use a ${longest} m lead`, 'Unplug this lead']);
  for (const { edit } of fixes) expect(dataLeadTooLong(solve(after(rig, edit)))).toEqual([]);
});

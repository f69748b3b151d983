import { solve } from '../offers';
import type { Rig } from '../rig';
import { after } from '../rig/testing';
import { alone, withApp } from './entries.testing';
import { joinedDesk } from './joined.testing';
import { wrongEntry } from './wrong-entry';

/** Entries of a list that have no channels on the side they are chosen for. */
const said = (rig: Rig) =>
  wrongEntry(solve(rig)).map(({ title, places, id, figures }) => ({
    title: title.replace(/“.*”/, '…'),
    devices: places.map(({ device }) => device),
    id,
    figure: `${figures[0]!.label} ${figures[0]!.value}`,
  }));
const IN = { device: 'd0', stream: 'usb-in' };
const OUT = { device: 'd0', stream: 'usb-out' };

it('a program listens to what only plays, plays into what only records', () => {
  const rig = alone('interface-2');
  expect(said(rig)).toEqual([]);
  expect(said(withApp(rig, { input: OUT }))).toEqual([
    {
      title: 'Recorder listens to an entry without inputs',
      devices: ['pc', 'd0'],
      id: 'wrong-entry pc.recorder input',
      figure: 'Channels in 0',
    },
  ]);
  expect(said(withApp(rig, { output: IN }))).toEqual([
    {
      title: 'Recorder plays into an entry without outputs',
      devices: ['pc', 'd0'],
      id: 'wrong-entry pc.recorder output',
      figure: 'Channels out 0',
    },
  ]);
});

it('a joined input that only records is played into: it gets an output, or the program plays elsewhere', () => {
  const rig = withApp(joinedDesk(['interface-2', 'mic-usb']), { output: { joined: 'all' } });
  const [found, ...more] = wrongEntry(solve(rig));
  expect(more).toEqual([]);
  expect(found).toMatchObject({
    title: 'Recorder plays into All of them, which has no outputs',
    places: [{ device: 'pc' }],
    id: 'wrong-entry pc.recorder output',
  });
  expect(found!.figures).toMatchObject([{ label: 'Channels out', value: 0 }]);
  const fixes = found!.propose();
  expect(fixes.length).toBeGreaterThan(1);
  for (const { edit } of fixes) expect(said(after(rig, edit))).toEqual([]);
});

describe('a member of a joined input without channels there', () => {
  const joined = (change: Partial<Rig['joinedInputs'][number]>): Rig => {
    const rig = joinedDesk(['interface-2', 'mic-usb']);
    return { ...rig, joinedInputs: rig.joinedInputs.map((one) => ({ ...one, ...change })) };
  };
  const wrongIn = joined({
    members: [
      { device: 'd0', stream: 'usb-out', resampled: false },
      { device: 'd1', stream: 'usb-in', resampled: true },
    ],
  });

  it('is told at the computer and the device, by its side', () => {
    expect(said(wrongIn)).toMatchObject([
      {
        title: 'All of them listens to an entry without inputs',
        devices: ['pc', 'd0'],
        id: 'wrong-entry d0.all',
        figure: 'Channels in 0',
      },
    ]);
  });

  it('among its outputs it is another matter than among its inputs', () => {
    const rig = joined({ outputs: [{ device: 'd0', stream: 'usb-in', resampled: false }] });
    expect(said(rig)).toMatchObject([
      { title: 'All of them plays into an entry without outputs', id: 'wrong-entry d0.all output' },
    ]);
  });

  it('not while no program uses it; one of several that does is enough', () => {
    const apps = wrongIn.apps.map((app) => ({ ...app, input: null }));
    expect(said({ ...wrongIn, apps })).toEqual([]);
    const spare = { ...wrongIn.apps[0]!, id: 'spare', name: 'Spare', input: null };
    expect(said({ ...wrongIn, apps: [...wrongIn.apps, spare] })).toHaveLength(1);
  });
});

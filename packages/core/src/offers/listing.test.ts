import { lookup, setDriver, type Rig } from '../rig';
import { after } from '../rig/testing';
import { joinedDesk } from '../checks/joined.testing';
import { computerPage } from './computer-page';
import { compareListing, isSameName, readListing, setListedAs, type ListedDevice } from './listing';
import { solve } from './solve-rig';

describe('a pasted list', () => {
  it.each<[string, ListedDevice]>([
    ['Desk mixer', { name: 'Desk mixer' }],
    ['Desk mixer, 4 in, 2 out', { name: 'Desk mixer', inputs: 4, outputs: 2 }],
    ['  - Desk mixer (2 in)', { name: 'Desk mixer', inputs: 2 }],
    ['Desk mixer: 2 outputs', { name: 'Desk mixer', outputs: 2 }],
    ['Desk mixer;12 channels in;0 out', { name: 'Desk mixer', inputs: 12, outputs: 0 }],
    ['Two-input USB interface', { name: 'Two-input USB interface' }],
    ['Microphone 2', { name: 'Microphone 2' }],
  ])('%s', (line, read) => expect(readListing(line)).toEqual([read]));

  it('one device a line, whatever ends the lines; empty ones are skipped', () =>
    expect(readListing('\r\nA\r\n\r\nB, 1 in\n').map(({ name }) => name)).toEqual(['A', 'B']));

  it('anything at all is read without an error', () =>
    expect(readListing('\u0000,,,;;\n((((\n12 in\n🎙, 1 in')).toEqual([
      { name: '\u0000' },
      { name: '((((' },
      { name: '🎙', inputs: 1 },
    ]));
});

it('an apostrophe of another kind, a hyphen or a capital makes no other name', () => {
  expect(isSameName("Keeper's microphone", 'Keeper’s Microphone')).toBe(true);
  expect(isSameName('Two-input interface', 'Two input interface')).toBe(true);
  expect(isSameName('Keeper’s microphone', 'Guest’s microphone')).toBe(false);
});

describe('laid beside the rig', () => {
  const rig = joinedDesk(['interface-4', 'mic-usb']);
  const [box, mic] = ['d0', 'd1'].map((id) => lookup(rig).device(id)!);
  const rowsOf = (text: string, now: Rig = rig) =>
    compareListing(now, computerPage(solve(now), 'pc'), readListing(text)).map(({ state, name, words }) => [
      state,
      name,
      ...(words ? [words] : []),
    ]);
  const all = computerPage(solve(rig), 'pc').entries.filter(({ device }) => device === 'd0');
  const [inputs, outputs] = (['inputs', 'outputs'] as const).map((way) =>
    all.reduce((sum, entry) => sum + entry[way], 0),
  );

  it('what is listed with its channels is there, and so is what the list says nothing of', () =>
    expect(rowsOf(`${box!.name}, ${inputs} in, ${outputs} out\n${mic!.name}`)).toEqual([
      ['there', box!.name],
      ['there', mic!.name],
    ]));

  it('streams of a device may stand by themselves: their channels are added up', () => {
    const lines = all.map((entry) => `${entry.label}, ${entry.inputs} in, ${entry.outputs} out`).join('\n');
    expect(rowsOf(`${lines}\n${mic!.name}`)[0]).toEqual(['there', box!.name]);
  });

  it('another number of channels is told, both figures', () =>
    expect(rowsOf(`${box!.name}, 2 in\n${mic!.name}`)[0]).toEqual([
      'other channels',
      box!.name,
      `2 in listed, ${inputs} in the rig`,
    ]));

  it('what is not listed is missing; what the rig has not is said too', () =>
    expect(rowsOf(`${mic!.name}\nA stranger, 2 in`)).toEqual([
      ['missing', box!.name],
      ['there', mic!.name],
      ['not in the rig', 'A stranger'],
    ]));

  it('a name half of whose words are shared is taken for it, one of fewer is not', () => {
    const named = {
      ...rig,
      devices: rig.devices.map((one) => (one.id === 'd1' ? { ...one, name: 'Zebra' } : one)),
    };
    const state = (text: string) => rowsOf(text, named).find(([, name]) => name === 'Zebra')![0];
    // Two of four words, both names counted; two of five.
    expect([state('Zebra in stripes'), state('Zebra in black stripes')]).toEqual(['there', 'missing']);
  });

  it('what is not listed for want of its driver is not expected', () => {
    const bare = {
      ...rig,
      models: rig.models.map((model) =>
        model.id === 'interface-4' ? { ...model, needsDriver: true } : model,
      ),
    };
    const now = after(bare, (one) => setDriver(one, lookup(one).device('d0')!, false));
    expect(rowsOf(mic!.name, now)).toEqual([['there', mic!.name]]);
  });

  it('a name that nothing is like is paired by hand, and known from then on', () => {
    expect(rowsOf(`Codec 7\n${mic!.name}`)).toContainEqual(['missing', box!.name]);
    const paired = after(rig, setListedAs(rig, box!, 'Codec 7'));
    expect(rowsOf(`Codec 7\n${mic!.name}`, paired)).toEqual([
      ['there', box!.name],
      ['there', mic!.name],
    ]);
  });
});

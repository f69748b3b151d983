import { EARTH } from '../circuit';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { dbu, dbuFromVolts, voltsFromDbu } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { groundLoop } from './ground-loop';

/** A desktop on the mains earth, by a mini-jack lead into a mixer whose supply is on it, too; what flows is written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'desktop', model: 'desktop', name: 'Desktop' },
    { id: 'mixer', model: 'mixer-4-usb', name: 'Mixer' },
    { id: 'supply', model: 'dc-supply-earthed' },
  ],
  leads: [
    { id: 'run', kind: 'mini', ends: ['desktop.jack', 'mixer.aux'] },
    { id: 'feed', kind: 'dc-barrel', ends: ['supply.dc', 'mixer.dc'] },
  ],
});
const solved = solve(rig);
const [loop] = solved.circuit.groundLoops;

it('as it is solved: hum close under the sound, told at the lead and the devices of the ring', () => {
  const [found, ...more] = groundLoop(solved);
  expect(more).toEqual([]);
  expect(found!.title).toMatch(/^Hum through Desktop and Mixer: only \d+ dB under the sound$/);
  expect(found!.places[0]).toEqual({ lead: 'run' });
  expect(found!.places.slice(1)).toEqual(
    expect.arrayContaining([{ device: 'desktop' }, { device: 'mixer' }]),
  );
  expect(found!.places).not.toContainEqual({ device: EARTH });
  expect(found!.why).toMatch(/ – mains earth/);
  expect(found!.propose().at(-1)!.label).toMatch(/^Unplug /);
});

describe('by hand', () => {
  const heard = solved.circuit.inputs.find(
    ({ device, element }) => device === 'mixer' && element === 'aux-left',
  )!;
  /** What is said where one input alone hears so many volts of hum for each volt between the earths, and those are so many. */
  const said = (hum: number, more: Partial<typeof solved.circuit> = {}) =>
    groundLoop({
      ...solved,
      circuit: {
        ...solved.circuit,
        hum: { desktop: [hum], mixer: [0] },
        inputs: [{ ...heard, metals: [{ device: 'desktop', volts: 1 }] }],
        ...more,
      },
    });
  const sound = said(0.01)[0]!.figures[1]!.value;
  const at = (underDb: number) => said(voltsFromDbu(dbu(sound - underDb)));

  it('60 dB are wanted between hum and sound: more is silent', () => {
    const just = whereReads(-60, (volts) => dbuFromVolts(volts) - sound, 1e-9, 1);
    expect(said(just)).toHaveLength(1);
    expect(at(60.01)).toEqual([]);
    const [found] = at(59.9);
    expect(found!.title).toContain('only 60 dB under the sound');
    expect(found!.figures.map(({ value }) => Math.round(value))).toEqual([
      Math.round(sound - 59.9),
      Math.round(sound),
      60,
    ]);
  });

  it('silent without hum, or where nothing sounds at that input', () => {
    expect(said(0)).toEqual([]);
    expect(said(0.01, { couplings: [] })).toEqual([]);
  });

  it('a ring that reaches the earth once, or passes no lead of that input, is not its hum', () => {
    const once = loop!.pieces.filter(({ from, to }) => ![from, to].includes('supply'));
    expect(said(0.01, { groundLoops: [{ pieces: once.slice(0, -1) }] })).toEqual([]);
    const elsewhere = loop!.pieces.map(({ lead: _lead, leads: _leads, ...piece }) => piece);
    expect(said(0.01, { groundLoops: [{ pieces: elsewhere }] })).toEqual([]);
    expect(said(0.01, { groundLoops: [{ pieces: elsewhere }, loop!] })).toHaveLength(1);
  });

  it('left and right of one run are told once', () => {
    const both = solved.circuit.inputs
      .filter(({ device }) => device === 'mixer')
      .map((input) => ({ ...input, metals: [{ device: 'desktop', volts: 1 }] }));
    expect(both.length).toBeGreaterThan(1);
    expect(said(0.01, { inputs: both })).toHaveLength(1);
  });
});

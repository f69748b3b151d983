import { pointId } from '../flow';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { dbFromRatio, dbuFromVolts } from '../units';
import { whereReads } from '../units/where-reads.testing';
import { longUnbalanced } from './long-unbalanced';

/**
 * A player by an unbalanced lead into a mixer, what the room presses in written down by hand. The player's nominal level is −10 dBV,
 * which is −7.8 dBu (0.3162 V against 0.7746 V, arithmetic).
 */
const rig = rigOf({
  devices: [
    { id: 'player', model: 'player', name: 'Player' },
    { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
  ],
  leads: [{ id: 'run', kind: 'mini', ends: ['player.out', 'desk.aux'], lengthM: 9 }],
});
const solved = solve(rig);
const way = solved.circuit.couplings.find(({ to }) => to.device === 'desk')!;
const input = solved.circuit.inputs.find(
  ({ device, element }) => device === 'desk' && element === way.to.element,
)!;
const soundDbu = () => {
  const [found] = said(1);
  return found!.figures.find(({ label }) => label === 'Sound arriving')!.value;
};
const voltsOf = (dbu: number) => 0.7746 * 10 ** (dbu / 20);

interface Otherwise {
  /** What gets through, volts per volt. */
  through?: number;
  /** Noise at the input, dBu. */
  noise?: number;
  loads?: typeof solved.circuit.loads;
}

/** What is said where the room presses in so many volts. */
const said = (interferenceVolts: number, { through, noise = -130, loads = [] }: Otherwise = {}) =>
  longUnbalanced({
    ...solved,
    heard: { ...solved.heard, noise: new Map([[pointId(input.device, input.element), noise]]) },
    circuit: {
      ...solved.circuit,
      loads,
      couplings: [through === undefined ? way : { ...way, re: through, im: 0 }],
      inputs: [{ ...input, interferenceVolts }],
    },
  });

describe('hum beside the sound', () => {
  it('is told while it is less than 60 dB under it', () => {
    expect(said(voltsOf(soundDbu() - 59.9))).toHaveLength(1);
    expect(said(voltsOf(soundDbu() - 60.1))).toEqual([]);
    expect(said(0)).toEqual([]);
  });

  it('each limit is at its very place: 60 dB under the sound, 40 dB lost, 12 dB over the noise', () => {
    const hum = (volts: number, more: Otherwise = {}) => said(volts, more)[0]!.figures[0]!.value;
    const sound = (through: number) => said(1, { through })[0]!.figures[1]!.value;
    const under = whereReads(60, (volts) => soundDbu() - dbuFromVolts(-volts), -1, -1e-6);
    expect(said(-under)).toHaveLength(1);
    const nominal = sound(1);
    const through = whereReads(-40, (ratio) => nominal + dbFromRatio(ratio) - nominal, 0.001, 0.1);
    expect(said(1, { through })).toHaveLength(1);
    const noise = whereReads(hum(0.001), (db) => db + 12, -200, 100);
    expect(said(0.001, { noise })).toHaveLength(1);
  });

  it('says how long the lead is, and how far the hum lies under the sound', () => {
    const [found] = said(voltsOf(soundDbu() - 40));
    expect(found!.title).toBe('9.0 m of unbalanced lead into Desk: hum only 40 dB under the sound');
    expect(found!.places).toEqual([{ lead: 'run' }, { device: 'desk', port: 'aux' }]);
    const [hum, sound, wanted] = found!.figures.map(({ value }) => value);
    expect([sound! - hum!, wanted]).toEqual([expect.closeTo(40, 2), 60]);
  });

  it('a sound that hardly gets through is another finding’s matter: 40 dB lost and more', () => {
    expect(said(1, { through: 0.0101 })).toHaveLength(1);
    expect(said(1, { through: 0.0099 })).toEqual([]);
  });

  it('what lies less than 12 dB over the noise nobody hears', () => {
    const hum = soundDbu() - 40;
    expect(said(voltsOf(hum), { noise: hum - 12.1 })).toHaveLength(1);
    expect(said(voltsOf(hum), { noise: hum - 11.9 })).toEqual([]);
    expect(said(voltsOf(hum), { noise: hum + 11 })).toEqual([]);
  });

  it('a source that is silent for want of its supply has no sound to hum beside', () => {
    const load = (device: string, fed: boolean) => ({ device, fed }) as (typeof solved.circuit.loads)[number];
    expect(said(1, { loads: [load('player', false)] })).toEqual([]);
    expect(said(1, { loads: [load('player', true)] })).toHaveLength(1);
    expect(said(1, { loads: [load('desk', false)] })).toHaveLength(1);
    expect(said(1, { loads: [load('desk', true), load('player', false)] })).toEqual([]);
  });

  it('shorter by as much as it is too near: 12.04 dB, a quarter of 9 m is 2.25', () => {
    const [found] = said(voltsOf(soundDbu() - 60 + 12.0412));
    expect(found!.propose().map(({ label }) => label)).toContain('Use a 2 m lead');
  });
});

it('of two leads one in the other it is the longer one that picks up most, wherever it hangs', () => {
  const joined = (first: number, second: number) =>
    rigOf({
      devices: [
        { id: 'guitar', model: 'guitar', name: 'Guitar' },
        { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
      ],
      leads: [
        { id: 'first', kind: 'ts-xlr', ends: ['guitar.out', null], lengthM: first },
        { id: 'second', kind: 'xlr', ends: ['first/1', 'desk.in1'], lengthM: second },
      ],
    });
  for (const [first, second, longest] of [
    [12, 3, 'first'],
    [3, 12, 'second'],
  ] as const) {
    const [found] = longUnbalanced(solve(joined(first, second)));
    expect(found!.title).toMatch(/^15(\.0)? m /);
    expect(found!.places[0]).toEqual({ lead: longest });
  }
});

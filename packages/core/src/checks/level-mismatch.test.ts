import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { levelMismatch } from './level-mismatch';

/** A player into a camera’s microphone socket, and what gets through the lead written down by hand. Nothing plays: usual levels count. */
const rig = rigOf({
  devices: [
    { id: 'player', model: 'player', name: 'Player' },
    { id: 'camera', model: 'camera', name: 'Camera' },
  ],
  leads: [{ id: 'run', kind: 'mini', ends: ['player.out', 'camera.mic'], lengthM: 3 }],
});
const solved = solve(rig);
const straight = solved.circuit.couplings.find(
  ({ from, to }) => from.device === 'player' && to.device === 'camera',
)!;

/** What is said where so much gets through, dB. */
const said = (db: number, more: Partial<typeof straight> = {}) =>
  levelMismatch({
    ...solved,
    circuit: {
      ...solved.circuit,
      couplings: [{ ...straight, re: 10 ** (db / 20), im: 0, ...more }],
    },
  });
const figure = (found: ReturnType<typeof said>, at: number) => found[0]!.figures[at]!.value;

it('as it is solved: too hot, by what arrives over what is taken', () => {
  const found = levelMismatch(solved);
  expect(found).toHaveLength(1);
  expect(found[0]).toMatchObject({
    severity: 'fault',
    places: [{ device: 'player' }, { device: 'camera', port: 'mic' }, { lead: 'run' }],
  });
  expect(found[0]!.title).toMatch(/^Player is \d+ dB too hot for Camera$/);
});

describe('by how much gets through', () => {
  const [leaves, coldest, hottest] = [figure(said(0), 0), figure(said(0), 1), figure(said(0), 2)];

  it('up to what the input can be turned down to it is silent', () => {
    expect(said(hottest - leaves - 0.01)).toEqual([]);
    expect(said(hottest - leaves + 0.01)).toMatchObject([{ severity: 'fault' }]);
  });

  it('the title says the difference, the figures what arrives', () => {
    const found = said(hottest - leaves + 7);
    expect(found[0]!.title).toBe('Player is 7 dB too hot for Camera');
    expect(figure(found, 0)).toBeCloseTo(hottest + 7, 6);
  });

  it('what hardly passes is another matter, and so is what leaks', () => {
    expect(coldest - leaves).toBeLessThan(-40);
    expect(said(-40.1)).toEqual([]);
    expect(said(0, { isCrosstalk: true })).toEqual([]);
  });

  it('two ways between the same two are told once', () => {
    const twice = { ...solved, circuit: { ...solved.circuit, couplings: [straight, straight] } };
    expect(levelMismatch(twice)).toHaveLength(1);
  });
});

describe('too cold', () => {
  const cold = rigOf({
    devices: [
      { id: 'player', model: 'player', name: 'Player' },
      { id: 'desk', model: 'mixer-4-usb', name: 'Desk' },
    ],
    leads: [{ id: 'run', kind: 'mini', ends: ['player.out', 'desk.aux'], lengthM: 3 }],
  });
  const of = solve(cold);
  const way = of.circuit.couplings.find(({ to }) => to.device === 'desk')!;
  const at = (db: number) =>
    levelMismatch({
      ...of,
      circuit: { ...of.circuit, couplings: [{ ...way, re: 10 ** (db / 20), im: 0 }] },
    });

  it('below what the input reaches, by how much; a caution', () => {
    const found = at(-39);
    expect(found[0]).toMatchObject({ severity: 'caution' });
    const [arriving, coldest] = [found[0]!.figures[0]!.value, found[0]!.figures[1]!.value];
    expect(found[0]!.title).toBe(`Player is ${Math.round(coldest - arriving)} dB too cold for Desk`);
    expect(at(-39 + (coldest - arriving) + 0.01)).toEqual([]);
    expect(at(-39 + (coldest - arriving) - 0.01)).toHaveLength(1);
  });

  it('no pad, no box is offered against that', () => {
    const labels = at(-39)[0]!
      .propose()
      .map(({ label }) => label);
    expect(labels.filter((label) => /^Put /.test(label))).toEqual([]);
    expect(labels.at(-1)).toBe('Unplug this lead');
  });
});

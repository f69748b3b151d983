import type { SignalKind } from '../catalogue';
import { solve } from '../offers';
import { rigOf } from '../rig/testing';
import { withPads } from './by-hand.testing';
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

describe('at the limits', () => {
  /** The player into the camera, which takes so much, dBu; what gets through, volts per volt. @param usual level of its output, dBu */
  const limited = (
    accepts: [number, number],
    through: number,
    { volume = 0, usual = -30, signal = 'line' as SignalKind } = {},
  ) => {
    const made = rigOf({
      devices: [
        { id: 'player', model: 'player', name: 'Player', settings: { volume } },
        { id: 'camera', model: 'camera', name: 'Camera' },
      ],
      leads: [{ id: 'run', kind: 'mini', ends: ['player.out', 'camera.mic'], lengthM: 3 }],
    });
    const within = {
      ...made,
      models: made.models.map((model) => ({
        ...model,
        elements: model.elements.map((one) =>
          one.kind === 'input'
            ? { ...one, accepts }
            : one.kind === 'output'
              ? { ...one, signal, nominalDbu: usual }
              : one,
        ),
      })),
    };
    const of = solve(within);
    const [first] = of.circuit.couplings.filter(({ to }) => to.device === 'camera');
    const couplings = [{ ...first!, re: through, im: 0 }];
    return levelMismatch({ ...of, circuit: { ...of.circuit, couplings } });
  };
  /** What it plays at its full volume, dBu. */
  const FULL = limited([-100, -90], 1)[0]!.figures[0]!.value;

  it('just what an input can be turned down to is taken, and just what it reaches', () => {
    expect(limited([-60, FULL], 1)).toEqual([]);
    expect(limited([-60, FULL - 0.001], 1)).toMatchObject([{ severity: 'fault' }]);
    expect(limited([FULL, 60], 1)).toEqual([]);
    expect(limited([FULL + 0.001, 60], 1)).toMatchObject([{ severity: 'caution' }]);
  });

  it('a way that passes just −40 dB still counts', () => {
    expect(limited([-100, -90], 0.01)).toHaveLength(1);
    expect(limited([-100, -90], 0.0099)).toEqual([]);
  });

  it('too hot: the volume comes down by what is over and 6 dB more', () => {
    const labels = limited([-60, FULL - 14], 1)[0]!
      .propose()
      .map(({ label }) => label);
    expect(labels).toContain('Turn Volume of Player down to −20 dB');
  });

  it('too cold with the volume up: said of that, as usual; turned down it is no news', () => {
    const found = limited([10, 60], 1, { volume: -30, usual: 0 });
    expect(found[0]!.title).toBe('Player is 10 dB too cold for Camera');
    expect(found[0]!.figures[0]).toMatchObject({ value: 0, from: expect.stringContaining('its volume up') });
    expect(limited([-10, 60], 1, { volume: -30, usual: 0 })).toEqual([]);
    // What it really plays is more than is usual.
    const played = limited([FULL + 10, 60], 1);
    expect(played[0]!.figures[0]).toMatchObject({
      value: FULL,
      from: 'loudest sound of this rig there, long-term',
    });
    expect(played[0]!.propose()[0]!.label).not.toMatch(/^Turn Volume/);
  });

  it('too cold: the volume goes up by what is missing and 3 dB more', () => {
    const labels = limited([FULL - 10, 60], 1, { volume: -40, usual: FULL - 20 })[0]!
      .propose()
      .map(({ label }) => label);
    // At −40 it plays 40 under; usual is 20 under, 10 short: 13 up.
    expect(labels).toContain('Turn Volume of Player up to −27 dB');
  });

  it('a microphone that is too weak for an input is another finding’s', () => {
    expect(limited([60, 80], 1, { signal: 'microphone' })).toEqual([]);
    expect(limited([60, 80], 1)).toHaveLength(1);
  });
});

describe('pads of the input', () => {
  const made = (pad1: boolean, pad = -20) => {
    const rig = rigOf({
      devices: [
        { id: 'player', model: 'player', name: 'Player' },
        { id: 'box', model: 'interface-8', name: 'Box', settings: { pad1 } },
      ],
      leads: [{ id: 'run', kind: 'mini-xlr', ends: ['player.out', 'box.in1'], lengthM: 3 }],
    });
    return withPads(rig, pad);
  };
  /** What is offered where the player comes so much over, or under, what the input takes. */
  const offered = (rig: ReturnType<typeof made>, accepts: [number, number]) => {
    const of = solve({
      ...rig,
      models: rig.models.map((model) => ({
        ...model,
        elements: model.elements.map((one) => (one.kind === 'input' ? { ...one, accepts } : one)),
      })),
    });
    const way = of.circuit.couplings.find(({ to }) => to.device === 'box')!;
    const [found] = levelMismatch({
      ...of,
      circuit: { ...of.circuit, couplings: [{ ...way, re: 1, im: 0 }] },
    });
    return found?.propose().map(({ label }) => label) ?? [];
  };
  const PAD = /^Switch .*[Pp]ad.* on$/;

  it('go in against too much, and only where they are out', () => {
    expect(offered(made(false), [-60, -20]).filter((label) => PAD.test(label))).toHaveLength(1);
    expect(offered(made(true), [-60, -40]).filter((label) => PAD.test(label))).toEqual([]);
  });

  it('not against too little; there what adds level goes in', () => {
    expect(offered(made(false), [20, 60]).filter((label) => PAD.test(label))).toEqual([]);
    expect(offered(made(false, 20), [20, 60]).filter((label) => PAD.test(label))).toHaveLength(1);
    expect(offered(made(false, 20), [-60, -20]).filter((label) => PAD.test(label))).toEqual([]);
    expect(offered(made(false, 0), [-60, -20]).filter((label) => PAD.test(label))).toEqual([]);
    expect(offered(made(false, 0), [20, 60]).filter((label) => PAD.test(label))).toEqual([]);
  });
});

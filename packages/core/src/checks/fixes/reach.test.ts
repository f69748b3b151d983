import type { Circuit, Coupling } from '../../circuit';
import { solve } from '../../offers';
import { lookup } from '../../rig';
import { rigOf } from '../../rig/testing';
import { levelsOf } from '../levels-of';
import { isHarmed, reachOf, scoreOf, type Reach } from './reach';

/** A player, a microphone and a desk, and what gets from one to the other written down by hand. */
const rig = rigOf({
  devices: [
    { id: 'player', model: 'player' },
    { id: 'mic', model: 'mic-dynamic-hand' },
    { id: 'digital', model: 'mic-digital' },
    { id: 'laptop', model: 'laptop-c' },
    { id: 'desk', model: 'mixer-4-usb' },
    { id: 'second', model: 'mixer-4-usb' },
  ],
});
const find = lookup(rig);
const { circuit: alone } = solve(rig);
const outputsOf = (device: string) =>
  find.modelOf(device)!.elements.flatMap((one) => (one.kind === 'output' ? [one.id] : []));
const [left, right] = outputsOf('player') as [string, string];
const way = (level: number, from: string, to: string, device = 'player'): Coupling => ({
  from: { device, element: from },
  to: { device: 'desk', element: to },
  re: level,
  im: 0,
  lowVolts: level,
  topVolts: level,
  isCrosstalk: false,
});
const of = (couplings: Coupling[], more: Partial<Circuit> = {}, from = 'player'): Reach =>
  reachOf(find, { ...alone, couplings, loads: [], inputs: [], terminals: [], ...more }, from, 'desk');

describe('how well one device reaches another', () => {
  it('is the level at the best input, all its outputs together: 0.3 + 0.2 is −6.02 dB', () => {
    const found = of([way(0.3, left, 'aux-left'), way(0.2, right, 'aux-left'), way(0.4, right, 'aux-right')]);
    expect(found.monoDb).toBeCloseTo(-6.02, 2);
    expect(of([]).monoDb).toBe(-Infinity);
    expect(of([way(-0.3, left, 'aux-left'), way(0.1, right, 'aux-left')]).monoDb).toBeCloseTo(-13.98, 2);
    const turned = { ...way(0, left, 'aux-left'), im: 0.3 };
    const more = { ...way(0, right, 'aux-left'), im: 0.2 };
    expect(of([turned, more]).monoDb).toBeCloseTo(-6.02, 2);
  });

  it('is its own ways alone, into this device', () => {
    const other = way(1, outputsOf('mic')[0]!, 'mic1', 'mic');
    const elsewhere = { ...way(1, left, 'jack-mic'), to: { device: 'laptop', element: 'jack-mic' } };
    expect(of([other, elsewhere])).toMatchObject({ monoDb: -Infinity, tooHot: false, wrongKind: false });
  });

  it('a leg that ends nowhere counts at the input that is used, the first of two as good', () => {
    const legs = (element: string, ...joined: boolean[]) => ({
      device: 'desk',
      element,
      legs: joined.map((isJoined) => ({ pin: '', isJoined })) as Circuit['inputs'][number]['legs'],
      interferenceVolts: 0,
      thermalVolts: 0,
      metals: [],
    });
    const lost = (couplings: Coupling[], ...inputs: Circuit['inputs']) => of(couplings, { inputs }).legLost;
    const both = [way(0.5, left, 'aux-left'), way(0.5, right, 'aux-right')];
    expect(lost(both, legs('aux-left', true, false))).toBe(true);
    expect(lost(both, legs('aux-left', true, true), legs('aux-right', false))).toBe(false);
    expect(lost([both[0]!, way(0.6, right, 'aux-right')], legs('aux-right', false, true))).toBe(true);
    expect(lost(both, { ...legs('aux-left', false), device: 'laptop' })).toBe(false);
  });

  it('a microphone in a line input, and data in an analogue one, are of the wrong kind', () => {
    const [voice] = outputsOf('mic') as [string];
    const [data] = outputsOf('digital') as [string];
    expect(of([way(1, voice, 'aux-left', 'mic')], {}, 'mic').wrongKind).toBe(true);
    expect(of([way(1, voice, 'mic1', 'mic')], {}, 'mic').wrongKind).toBe(false);
    expect(of([way(1, left, 'aux-left')]).wrongKind).toBe(false);
    expect(of([way(1, left, 'mic1')]).wrongKind).toBe(false);
    expect(of([way(1, data, 'mic1', 'digital')], {}, 'digital').wrongKind).toBe(true);
  });

  it('two inputs take each other away where together they are less than half of one', () => {
    const cancels = (other: number) => of([way(1, left, 'aux-left'), way(other, right, 'aux-right')]).cancels;
    expect([cancels(1), cancels(-0.5), cancels(-0.51), cancels(-1)]).toEqual([false, false, true, true]);
    const quarter = { ...way(0, right, 'aux-right'), im: 1 };
    expect(of([{ ...way(0, left, 'aux-left'), im: 1 }, quarter]).cancels).toBe(false);
  });

  it('just 30 times below it is there; what a third output brings is no side', () => {
    const lost = (one: number, other: number) =>
      of([way(one, left, 'aux-left'), way(other, right, 'aux-right')]).halfLost;
    expect(lost(0.9, 0.9 / 30)).toBe(false);
    const elements = find.modelOf('second')!.elements;
    const paired = elements.find((one) => one.kind === 'output' && one.pair !== undefined)!;
    const third = elements.find((one) => one.kind === 'output' && one.pair === undefined)!;
    const ways = [way(0.9, paired.id, 'aux-left', 'second'), way(0.9, third.id, 'aux-right', 'second')];
    expect(of(ways, {}, 'second').halfLost).toBe(true);
  });

  it('a side is lost 30 times below the other, where that one counts at all', () => {
    const lost = (one: number, other: number) =>
      of([way(one, left, 'aux-left'), way(other, right, 'aux-right')]).halfLost;
    expect([lost(0.9, 0.9), lost(0.9, 0.031), lost(0.9, 0.029), lost(0.029, 0.9)]).toEqual([
      false,
      false,
      true,
      true,
    ]);
    expect([lost(0.001, 0), lost(0.0011, 0)]).toEqual([false, true]);
    expect(of([way(0.9, left, 'aux-left')]).halfLost).toBe(true);
  });

  it('a side on its sleeve shorts, of this device and of an output with two sides', () => {
    const shorts = (worstLeg: number, element = left, device = 'player') =>
      of([], { terminals: [{ device, element, volts: 0, topVolts: 0, bestLeg: 1, worstLeg }] }).shorts;
    expect([shorts(0.05), shorts(0.051)]).toEqual([true, false]);
    expect(shorts(0, 'ghost')).toBe(false);
    expect(shorts(0, outputsOf('mic')[0]!, 'mic')).toBe(false);
    expect(
      of(
        [],
        {
          terminals: [
            { device: 'mic', element: outputsOf('mic')[0]!, volts: 0, topVolts: 0, bestLeg: 1, worstLeg: 0 },
          ],
        },
        'mic',
      ).shorts,
    ).toBe(false);
  });

  it('two sides of one device that drive each other fight, from a tenth of one on the other on', () => {
    const fights = (volts: number, into = 'player') =>
      of([], {
        clashes: [
          { from: { device: 'player', element: left }, into: { device: into, element: right }, volts },
        ],
      }).fights;
    expect([fights(0.1), fights(0.099), fights(1, 'desk')]).toEqual([true, false, false]);
  });

  it('too hot is what the input cannot be turned down to, by whichever way', () => {
    const { nominal } = levelsOf(find, way(1, left, 'mic1'))!;
    // An input that can be turned down to just what a player usually gives.
    const models = rig.models.map((model) => ({
      ...model,
      elements: model.elements.map((one) =>
        one.id === 'mic1' ? { ...one, accepts: [-60, nominal] as [number, number] } : one,
      ),
    }));
    const exact = lookup({ ...rig, models });
    const hot = (...couplings: Coupling[]) =>
      reachOf(exact, { ...alone, couplings, loads: [], terminals: [] }, 'player', 'desk').tooHot;
    expect(hot(way(1, left, 'mic1'))).toBe(false);
    expect(hot(way(1.01, left, 'mic1'))).toBe(true);
    expect(hot(way(1.01, left, 'mic1'), way(0.01, right, 'mic2'))).toBe(true);
  });

  it('fed where every part of it that lives on a supply has it', () => {
    const load = (fed: boolean, device = 'player') =>
      ({
        device,
        element: 'x',
        volts: 0,
        minVolts: 0,
        maxVolts: 0,
        fedBy: [],
        fed,
      }) as Circuit['loads'][number];
    expect(of([], { loads: [load(true)] }).fed).toBe(true);
    expect(of([], { loads: [load(true), load(false)] }).fed).toBe(false);
    expect(of([], { loads: [load(false, 'mic')] }).fed).toBe(true);
  });
});

it('harm is DC beyond what an output of this device is stated to stand', () => {
  const [jack] = find
    .modelOf('laptop')!
    .elements.filter((one) => one.kind === 'output' && one.tolerates !== undefined);
  const dc = (idleVolts: number, device = 'laptop', element = jack!.id): Circuit['outputsDc'][number] => ({
    device,
    element,
    volts: idleVolts,
    idleVolts,
    milliamps: 0,
    milliwatts: 0,
    legVolts: 0,
    fedBy: undefined,
  });
  const harmed = (...outputsDc: Circuit['outputsDc']) => isHarmed(find, { ...alone, outputsDc }, 'laptop');
  const limit = jack!.kind === 'output' ? jack!.tolerates!.volts : NaN;
  expect([harmed(dc(limit)), harmed(dc(limit + 0.1)), harmed(dc(0), dc(48))]).toEqual([false, true, true]);
  expect(harmed(dc(48, 'player', left))).toBe(false);
  expect(harmed(dc(48, 'laptop', 'ghost'))).toBe(false);
});

describe('the score of a way', () => {
  const good: Reach = {
    monoDb: -3,
    harms: false,
    legLost: false,
    wrongKind: false,
    cancels: false,
    shorts: false,
    fights: false,
    halfLost: false,
    tooHot: false,
    fed: true,
  };

  it.each<[Partial<Reach>, number]>([
    [{}, -3],
    [{ harms: true }, -1003],
    [{ legLost: true }, -103],
    [{ shorts: true }, -103],
    [{ wrongKind: true }, -63],
    [{ tooHot: true }, -63],
    [{ cancels: true }, -63],
    [{ fights: true }, -53],
    [{ halfLost: true }, -23],
    [{ fed: false }, -83],
    [{ legLost: true, fed: false, monoDb: -60 }, -240],
  ])('%j: %d', (more, score) => expect(scoreOf({ ...good, ...more })).toBe(score));
});

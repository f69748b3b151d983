import type { Stage, Strand } from '../gain';
import { plainGraph } from '../flow/graph.testing';
import { solve } from '../offers';
import { people, recorder, rigOf, seat } from '../rig/testing';
import { endingAt } from './by-hand.testing';
import { noiseHigh } from './noise-high';

/** A voice recorded by an interface; how far it lies over its noise is written down by hand. At least 40 dB are wanted unless said. */
const rig = rigOf({
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand', name: 'Mic' },
    { id: 'box', model: 'interface-2', name: 'Box', settings: { gain1: 40 } },
    { id: 'pc', model: 'laptop-c', apps: [recorder('box', [1, 2])] },
  ],
  leads: [
    { kind: 'xlr', ends: ['mic.out', 'box.in1'] },
    { kind: 'usb-c-c', ends: ['pc.usb1', 'box.usb'] },
  ],
  people: people('ann'),
  placements: [seat('ann', 'mic', 0.3)],
});
const solved = { ...solve(rig), rig: { ...rig, assumptions: { ...rig.assumptions, leastOverNoiseDb: 40 } } };
const strand = solved.strands.find(({ person }) => person === 'ann')!;

/** The voice so far over its noise where it is kept. */
const over = (db: number, sink = strand.sink): Strand => ({
  ...endingAt(strand, { typical: -18, noise: -18 - db, signalToNoiseDb: db }),
  sink,
});
const said = (...strands: Strand[]) => noiseHigh({ ...solved, strands });

it('silent from what is wanted on', () => {
  expect(said(over(40))).toEqual([]);
  expect(said(over(60))).toEqual([]);
  const [found] = said(over(39.9));
  expect(found).toMatchObject({ severity: 'caution' });
  expect(found!.figures.map(({ value }) => value)).toEqual([-18, expect.closeTo(-57.9, 6), 40]);
  expect(said(over(25))[0]!.title).toMatch(/^ANN is only 25 dB over the hiss at /);
});

it('of several ways of one voice the noisiest is told, once, whichever comes first', () => {
  for (const ways of [
    [over(30, 'a'), over(20, 'b')],
    [over(20, 'b'), over(30, 'a')],
  ])
    expect(said(...ways).map(({ title }) => title)).toEqual([expect.stringMatching(/ 20 dB over/)]);
});

describe('what makes the noise', () => {
  /** Of the noise, this share is made at these stages. */
  const made = (shares: Partial<Record<Stage['role'], number>>) => {
    const nodes = strand.stages.map(({ node, role, typical }) => {
      const share = shares[role];
      return { id: node, ...(share === undefined ? {} : { noise: typical - 20 + 10 * Math.log10(share) }) };
    });
    return noiseHigh({ ...solved, strands: [over(20)], graph: plainGraph(nodes, []) })[0]!;
  };
  const at = (role: Stage['role']) => strand.stages.find((stage) => stage.role === role)!;

  it('the room and the microphone, or a stage by its name, and how much of it', () => {
    expect(made({ capsule: 0.9, input: 0.1 }).why).toMatch(
      /^90 % of it is made by the room and the microphone itself of Mic\./,
    );
    expect(made({ capsule: 0.9, input: 0.1 }).places[0]).toEqual({ device: 'mic' });
    const later = made({ capsule: 0.2, input: 0.8 });
    expect(later.why).toContain(`80 % of it is made by “${at('input').label}” of Box.`);
    expect(later.places[0]).toEqual({ device: 'box' });
  });

  it('none alone under half', () => {
    expect(made({ capsule: 0.5 }).why).toMatch(/^50 % of it is made by /);
    const none = made({ capsule: 0.494, input: 0.4 });
    expect(none.why).toMatch(/^No single stage makes it\./);
    expect(none.places).toEqual([{ device: 'mic', person: 'ann' }]);
  });
});

it('a talker comes closer by what is missing and 1 dB: 30 cm, 6 dB missing: 13 cm (inverse distance law: 30 / 10^(7/20))', () => {
  const labels = said(over(34))[0]!
    .propose()
    .map(({ label }) => label);
  expect(labels[0]).toBe('Have ANN speak from 13 cm');
  expect(labels[1]).toMatch(/ behind the microphone$/);
});

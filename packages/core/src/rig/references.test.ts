import { skerryLight } from '../demo';
import { referenceProblems } from './references';
import { fresh } from './testing';
import type { Rig } from './types';

/** A copy of the demo with one thing spoiled. */
const spoil = (change: (rig: Rig) => void): Rig => {
  const rig = fresh(skerryLight);
  change(rig);
  return rig;
};
const model = (rig: Rig, id: string) => rig.models.find((candidate) => candidate.id === id)!;
const kind = (rig: Rig, id: string) => rig.leadKinds.find((candidate) => candidate.id === id)!;
const element = (rig: Rig, modelId: string, id: string) =>
  model(rig, modelId).elements.find((candidate) => candidate.id === id) as unknown as Record<string, unknown>;

const ROWS: [string, (rig: Rig) => void, RegExp, string][] = [
  [
    'a doubled port',
    (r) => (model(r, 'mixer-4-usb').ports[1]!.id = 'in1'),
    /^models\[\d+\]\.ports\[1\]\.id$/,
    'an id used once',
  ],
  [
    'a doubled control',
    (r) => (model(r, 'mixer-4-usb').controls[1]!.id = 'gain1'),
    /controls\[1\]\.id$/,
    'an id used once',
  ],
  [
    'a connector nobody knows',
    (r) => (model(r, 'player').ports[0]!.connector = 'ghost'),
    /ports\[0\]\.connector$/,
    'a connector Diaphon knows',
  ],
  [
    'a pin the connector lacks',
    (r) => (element(r, 'player', 'out-left')['plus'] = 'out.9'),
    /elements\[0\]/,
    'a pin of one of its connectors',
  ],
  [
    'a pin of no port',
    (r) => (element(r, 'player', 'out-left')['plus'] = 'ghost.T'),
    /elements\[0\]/,
    'a pin of one of its connectors',
  ],
  [
    'an output against nothing',
    (r) => delete element(r, 'player', 'out-left')['ground'],
    /ground$/,
    'the ground this output drives against',
  ],
  [
    'a differential input with one leg',
    (r) => delete element(r, 'mixer-4-usb', 'mic1')['minus'],
    /minus$/,
    'the return leg',
  ],
  [
    'electronics that are not there',
    (r) => (element(r, 'mic-condenser-large', 'emf')['poweredBy'] = 'ghost'),
    /poweredBy$/,
    'the id of a load',
  ],
  [
    'a path from nowhere',
    (r) => (model(r, 'player').paths[0]!.from = 'ghost'),
    /paths\[0\]\.from$/,
    'a point of this model',
  ],
  [
    'a path to nowhere',
    (r) => (model(r, 'player').paths[0]!.to = 'ghost'),
    /paths\[0\]\.to$/,
    'a point of this model',
  ],
  [
    'a path turned by no knob',
    (r) => (model(r, 'player').paths[0]!.controls = [{ control: 'ghost' }]),
    /paths\[0\]\.controls$/,
    'a control of this model',
  ],
  [
    'a stream of no point',
    (r) => (model(r, 'mixer-4-usb').streams[0]!.channels[0] = 'ghost'),
    /streams\[0\]\.channels$/,
    'a point of this model',
  ],
  [
    'a lead end of no connector',
    (r) => (kind(r, 'xlr').ends[0]!.connector = 'ghost'),
    /^leadKinds\[\d+\]\.ends\[0\]\.connector$/,
    'a connector Diaphon knows',
  ],
  [
    'a wire to no pin',
    (r) => (kind(r, 'xlr').conductors[0]!.joins[0] = '0.9'),
    /^leadKinds\[\d+\]\.conductors\[0\]/,
    'a pin of one of its connectors',
  ],
  [
    'a gain above its range',
    (r) => (r.devices.find(({ id }) => id === 'mixer')!.settings['gain1'] = 61),
    /settings\.gain1$/,
    '0 to 60 dB',
  ],
  [
    'a switch that is a number',
    (r) => (r.devices.find(({ id }) => id === 'mixer')!.settings['phantom'] = 1),
    /settings\.phantom$/,
    'true or false',
  ],
  ['two ends for a splitter', (r) => r.leads[0]!.ends.push(null), /^leads\[0\]\.ends$/, '2 ends'],
  [
    'a plug in an end that is taken',
    (r) => (r.leads[0]!.ends[0] = { lead: 'guest-lead', end: 0 }),
    /^leads\[0\]\.ends\[0\]$/,
    'a free end',
  ],
  [
    'a plug in an end there is not',
    (r) => (r.leads[0]!.ends[0] = { lead: 'guest-lead', end: 7 }),
    /^leads\[0\]\.ends\[0\]$/,
    'an end of another lead',
  ],
  [
    'someone twice at one microphone',
    (r) => r.placements.push({ ...r.placements[0]!, id: 'again' }),
    /^placements\[3\]$/,
    'one entry per person and capsule',
  ],
  [
    'someone at a loudspeaker',
    (r) => (r.placements[0]!.device = 'speaker-l'),
    /^placements\[0\]\.capsule$/,
    'a capsule of a microphone',
  ],
  [
    'an app that listens to a stream nobody has',
    (r) => (r.apps[1]!.input = { device: 'mixer', stream: 'usb-9' }),
    /^apps\[1\]\.input$/,
    'a stream of a device of this rig',
  ],
  ['a doubled track', (r) => (r.apps[1]!.tracks[1]!.id = 'keeper'), /tracks\[1\]\.id$/, 'an id used once'],
];

describe('references a schema cannot check', () => {
  it('the demo has no problem', () => {
    expect(referenceProblems(skerryLight)).toEqual([]);
  });

  it.each(ROWS)('%s: place, expectation and cure', (_name, change, where, expected) => {
    const problems = referenceProblems(spoil(change));
    const problem = problems.find((candidate) => where.test(candidate.where));
    expect(problems.map((candidate) => candidate.where)).toContainEqual(expect.stringMatching(where));
    expect(problem!.expected).toContain(expected);
    expect(problem!.cure.length).toBeGreaterThan(5);
  });
});

import { skerryLight } from '../demo';
import { couplingLevel } from '../circuit';
import { applyEdit, buildRig, lookup, readRigValue, type Rig } from '../rig';
import { plugMoves, plugWords } from './plug-moves';
import { solveRig } from './solve-rig';

const rig = buildRig({
  name: 'a microphone and a desk',
  devices: [
    { id: 'mic', model: 'mic-dynamic-hand', name: 'Microphone' },
    { id: 'mixer', model: 'mixer-4-usb', name: 'Mixer' },
    { id: 'box', model: 'interface-1', name: 'Box' },
  ],
  leads: [
    { id: 'lead', kind: 'xlr', ends: ['mic.out', 'mixer.in1'] },
    { id: 'loose', kind: 'xlr', ends: [null, 'mixer.in4'] },
  ],
});

const move = (from: Rig, lead: string, end: number, id: string) => {
  const found = plugMoves(from, lead, end).find((one) => one.id === id);
  if (!found) throw new Error(`no move ${id}`);
  return applyEdit(from, found.edit);
};
const passing = (of: Rig) =>
  solveRig(of)
    .circuit.couplings.filter((coupling) => couplingLevel(coupling) > 0.5)
    .map(({ from, to }) => `${from.device} → ${to.device} ${to.element}`);

describe('what can be done with one plug of a lead', () => {
  it('goes into free sockets that mate, and no others', () => {
    const ids = plugMoves(rig, 'lead', 1).map(({ id }) => id);
    expect(ids).toEqual(expect.arrayContaining(['mixer in2', 'mixer in3', 'box in1', 'loose/0', 'free']));
    expect(ids).not.toEqual(expect.arrayContaining(['mixer in1']));
    expect(ids).not.toEqual(expect.arrayContaining(['mixer in4']));
    expect(ids).not.toEqual(expect.arrayContaining(['mixer aux']));
  });

  it('moved to another input, the sound goes there', () => {
    expect(passing(rig)).toEqual(['mic → mixer mic1']);
    expect(passing(move(rig, 'lead', 1, 'mixer in2').rig)).toEqual(['mic → mixer mic2']);
  });

  it('into a lead that hangs free, the sound goes through both', () => {
    expect(passing(move(rig, 'lead', 1, 'loose/0').rig)).toEqual(['mic → mixer mic4']);
  });

  it('a piece in between: a pad takes its 20 dB, a second lead next to nothing (data of the pieces)', () => {
    const level = (of: Rig) =>
      20 *
      Math.log10(
        couplingLevel(
          solveRig(of).circuit.couplings.find(
            ({ from, to }) => from.device === 'mic' && to.element === 'mic1',
          )!,
        ),
      );
    const before = level(rig);
    expect(level(move(rig, 'lead', 1, 'piece xlr-pad-20').rig) - before).toBeCloseTo(-20, 0);
    expect(level(move(rig, 'lead', 0, 'piece xlr').rig) - before).toBeCloseTo(0, 1);
  });

  it('a plug another lead hangs on can be pulled, and then neither touches the other', () => {
    const joined = move(rig, 'lead', 1, 'loose/0').rig;
    // The loose lead's free end is the host: the move starts from that side too.
    const apart = move(joined, 'loose', 0, 'free').rig;
    expect(passing(apart)).toEqual([]);
    expect(apart.leads.map(({ ends }) => ends.filter((end) => end !== null).length)).toEqual([1, 1]);
    expect(plugWords(joined, 'loose', 0)).toContain('XLR lead');
    expect(plugWords(apart, 'loose', 0)).toContain('free');
  });

  it('a free end can be continued: the piece leaves its far end free', () => {
    const longer = move(rig, 'loose', 0, 'piece xlr').rig;
    const added = longer.leads[longer.leads.length - 1]!;
    expect(added.ends.filter((end) => end === null)).toHaveLength(1);
  });

  it('every move of every plug of the demo makes a sound document and can be undone', () => {
    for (const { id, ends } of skerryLight.leads) {
      for (let end = 0; end < ends.length; end += 1) {
        const moves = plugMoves(skerryLight, id, end);
        expect(new Set(moves.map((one) => one.id)).size).toBe(moves.length);
        for (const { edit } of moves) {
          const done = applyEdit(skerryLight, edit);
          expect(readRigValue(done.rig).ok).toBe(true);
          expect(applyEdit(done.rig, done.inverse).rig).toEqual(skerryLight);
        }
      }
    }
  });

  it('nothing for a lead or a plug there is not', () => {
    expect(plugMoves(rig, 'ghost', 0)).toEqual([]);
    expect(plugMoves(rig, 'lead', 2)).toEqual([]);
    expect(lookup(rig).lead('ghost')).toBeUndefined();
    expect(plugWords(rig, 'ghost', 0)).toBe('A plug that is not there');
  });
});

describe('these moves and no others', () => {
  /** Two leads in a row to a mixer, one that hangs from it, one that lies about, and half a splitter. */
  const desk = buildRig({
    name: 'a desk with loose ends',
    devices: [
      { id: 'mic', model: 'mic-dynamic-hand', name: 'Microphone' },
      { id: 'mixer', model: 'mixer-4-usb', name: 'Mixer' },
      { id: 'box', model: 'interface-1', name: 'Box' },
      { id: 'player', model: 'player', name: 'Player' },
    ],
    leads: [
      { id: 'lead', kind: 'xlr', ends: ['mic.out', null] },
      { id: 'more', kind: 'xlr', ends: ['lead/1', 'mixer.in1'] },
      { id: 'loose', kind: 'xlr', ends: [null, 'mixer.in4'] },
      { id: 'hang', kind: 'xlr', ends: [null, null] },
      { id: 'y', kind: 'mini-two-ts', ends: ['player.out', null, null] },
    ],
  });
  const INPUTS = ['mixer in2: Input 2', 'mixer in3: Input 3', 'box in1: Input 1'];
  const FREE_HOLES = [
    'loose/0: XLR lead, holes, from Mixer, Input 4',
    'hang/0: XLR lead, holes, from nothing',
  ];
  const FREE_PINS = ['hang/1: XLR lead, pins, from nothing'];
  const BETWEEN = ['xlr', 'xlr-pad-20', 'xlr-isolator', 'xlr-swap'];

  it.each<[string, number, string, string[], string[]]>([
    ['lead', 0, 'in Microphone, Output', [...FREE_PINS, 'free: Out of Microphone, Output'], BETWEEN],
    ['lead', 1, 'in XLR lead, holes', [...INPUTS, ...FREE_HOLES, 'free: Out of XLR lead, holes'], BETWEEN],
    ['more', 0, 'in XLR lead, pins', [...FREE_PINS, 'free: Out of XLR lead, pins'], BETWEEN],
    ['more', 1, 'in Mixer, Input 1', [...INPUTS, ...FREE_HOLES, 'free: Out of Mixer, Input 1'], BETWEEN],
    [
      'loose',
      0,
      'free',
      FREE_PINS,
      [
        'xlr',
        'trs-xlr',
        'mini-xlr',
        'xlr-pad-20',
        'xlr-isolator',
        'xlr-trs-socket',
        'xlr-swap',
        'rca-xlr',
        'ts-xlr',
      ],
    ],
    [
      'hang',
      1,
      'free',
      [...INPUTS, FREE_HOLES[0]!],
      [
        'xlr',
        'xlr-trs',
        'xlr-ts',
        'xlr-ts-open',
        'xlr-mini',
        'xlr-pad-20',
        'xlr-isolator',
        'xlr-swap',
        'xlr-mini-balanced',
        'xlr-mini-pad',
        'xlr-trrs',
      ],
    ],
    [
      'y',
      0,
      'in Player, Stereo out',
      ['mixer aux: Stereo return', 'free: Out of Player, Stereo out'],
      ['mini-extension'],
    ],
    [
      'y',
      1,
      'free',
      [
        'mixer send: Auxiliary out',
        'mixer phones: Headphones',
        'mixer outL: Main out L',
        'mixer outR: Main out R',
        'box in1: Input 1',
        'box phones: Headphones',
        'box outL: Monitor L',
        'box outR: Monitor R',
      ],
      ['xlr-trs-socket', 'big-to-35'],
    ],
  ])('%s, end %i', (lead, end, where, others, pieces) => {
    const moves = plugMoves(desk, lead, end);
    const isPiece = ({ group }: (typeof moves)[number]) => group.kind === 'piece';
    expect(plugWords(desk, lead, end)).toMatch(new RegExp(`, ${where}$`));
    expect(moves.filter((one) => !isPiece(one)).map(({ id, label }) => `${id}: ${label}`)).toEqual(others);
    expect(moves.filter(isPiece).map(({ id }) => id.replace('piece ', ''))).toEqual(pieces);
  });

  it('a plug in a row of leads moves, and the row is open behind it', () => {
    const moved = move(desk, 'lead', 1, 'box in1').rig;
    expect(lookup(moved).lead('lead')!.ends[1]).toEqual({ device: 'box', port: 'in1' });
    expect(lookup(moved).lead('more')!.ends).toEqual([null, { device: 'mixer', port: 'in1' }]);
  });
});

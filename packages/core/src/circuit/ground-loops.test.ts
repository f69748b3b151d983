import { buildRig, type RigRows, lookup } from '../rig';
import { findGroundLoops } from './ground-loops';
import { EARTH, metalPieces } from './metal';

const loops = (rows: Omit<RigRows, 'name'>) =>
  findGroundLoops(metalPieces(lookup(buildRig({ name: 'loops', ...rows }))));
const pieces = (rows: Omit<RigRows, 'name'>) =>
  loops(rows).map((loop) =>
    loop.pieces.map(({ from, to, lead }) => lead ?? [from, to].sort().join('-')).sort(),
  );

const laptop = (model: string) => ({ id: 'laptop', model });
const MIXER = { id: 'mixer', model: 'mixer-4-usb' };

describe('rings of metal', () => {
  it('two earthed devices and a screened lead make one', () => {
    expect(
      pieces({
        devices: [laptop('laptop-earthed'), MIXER],
        leads: [{ id: 'sound', kind: 'mini', ends: ['laptop.jack', 'mixer.aux'] }],
      }),
    ).toEqual([[`${EARTH}-laptop`, `${EARTH}-mixer`, 'sound'].sort()]);
  });

  it.each([
    ['a two-pin supply', 'laptop-c', 'mini', []],
    ['a broken screen', 'laptop-earthed', 'mini', ['sleeve']],
  ])('none with %s', (_name, model, kind, broken) => {
    expect(
      loops({
        devices: [laptop(model), MIXER],
        leads: [{ kind, ends: ['laptop.jack', 'mixer.aux'], broken }],
      }),
    ).toEqual([]);
  });

  it('a transformer opens the ring: its two sides share no metal', () => {
    expect(
      loops({
        devices: [laptop('laptop-earthed'), { id: 'box', model: 'isolator-line' }, MIXER],
        leads: [
          { kind: 'mini', ends: ['laptop.jack', 'box.in'] },
          { kind: 'mini', ends: ['box.out', 'mixer.aux'] },
        ],
      }),
    ).toEqual([]);
  });

  it('USB and a sound lead between the same two make a ring without any mains', () => {
    expect(
      pieces({
        devices: [laptop('laptop-c'), MIXER],
        leads: [
          { id: 'sound', kind: 'mini', ends: ['laptop.jack', 'mixer.aux'] },
          { id: 'data', kind: 'usb-c-b', ends: ['laptop.usb1', 'mixer.usb'] },
        ],
      }),
    ).toEqual([['data', 'sound']]);
  });

  it('each lead that closes a ring counts once', () => {
    const found = loops({
      devices: [MIXER, { id: 'l', model: 'loudspeaker' }, { id: 'r', model: 'loudspeaker' }],
      leads: [
        { kind: 'trs-635', ends: ['mixer.outL', 'l.in'] },
        { kind: 'trs-635', ends: ['mixer.outR', 'r.in'] },
      ],
    });
    expect(found).toHaveLength(2);
  });

  describe('supplies that are drawn', () => {
    const fed = (supply: string, extra: RigRows['devices'] = [], more: RigRows['leads'] = []) =>
      pieces({
        devices: [
          { id: 'desktop', model: 'desktop' },
          { id: 'mixer', model: 'mixer-4-usb' },
          { id: 'supply', model: supply },
          ...extra,
        ],
        leads: [
          { id: 'sound', kind: 'mini', ends: ['desktop.jack', 'mixer.aux'] },
          { id: 'dc', kind: 'dc-barrel', ends: ['supply.dc', 'mixer.dc'] },
          ...(more ?? []),
        ],
      });

    it('a floating supply opens the ring', () => expect(fed('dc-supply-floating')).toEqual([]));

    it('an earthed one closes it through its minus', () =>
      expect(fed('dc-supply-earthed')).toEqual([
        [`desktop-${EARTH}`, `${EARTH}-supply`, 'dc', 'sound'].sort(),
      ]));

    it('both on one strip: the ring is the two mains leads', () =>
      expect(
        fed(
          'dc-supply-earthed',
          [{ id: 'strip', model: 'outlet-strip' }],
          [
            { id: 'm1', kind: 'mains-earthed', ends: ['strip.outlet1', 'desktop.mains'] },
            { id: 'm2', kind: 'mains-earthed', ends: ['strip.outlet2', 'supply.mains'] },
          ],
        ),
      ).toEqual([['dc', 'm1', 'm2', 'sound']]));
  });

  it('a lead that hangs free, or between a device and itself, makes none', () => {
    expect(
      loops({
        devices: [MIXER],
        leads: [
          { kind: 'trs-635', ends: ['mixer.outL', null] },
          { kind: 'trs-xlr', ends: ['mixer.outR', 'mixer.in1'] },
        ],
      }),
    ).toEqual([]);
  });
});

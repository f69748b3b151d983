import { buildRig, type RigRows, lookup } from '../rig';
import { usbTree } from './usb-links';

const tree = (rows: Omit<RigRows, 'name'>) => usbTree(lookup(buildRig({ name: 'usb', ...rows })));

const DEVICES = [
  { id: 'mic', model: 'mic-usb' },
  { id: 'hub', model: 'hub-powered' },
  { id: 'computer', model: 'desktop' },
];

describe('the way of a USB device to its computer', () => {
  it('directly', () => {
    const { links, computerOf } = tree({
      devices: DEVICES,
      leads: [{ kind: 'usb-a-c', ends: ['computer.usb1', 'mic.usb'], lengthM: 2 }],
    });
    expect(links).toMatchObject([{ device: 'mic', lengthM: 2, to: { device: 'computer', port: 'usb1' } }]);
    expect(computerOf.get('mic')).toBe('computer');
  });

  it('through a hub: lengths count from the hub anew', () => {
    const { links, computerOf } = tree({
      devices: DEVICES,
      leads: [
        { kind: 'usb-a-b', ends: ['computer.usb1', 'hub.up'], lengthM: 5 },
        { kind: 'usb-a-c', ends: ['hub.down1', 'mic.usb'], lengthM: 3 },
      ],
    });
    expect(links.map(({ device, lengthM }) => [device, lengthM])).toEqual([
      ['mic', 3],
      ['hub', 5],
    ]);
    expect(computerOf.get('mic')).toBe('computer');
  });

  it('through an extension: lengths add up', () => {
    const { links } = tree({
      devices: DEVICES,
      leads: [
        { id: 'ext', kind: 'usb-extension', ends: ['computer.usb1', null], lengthM: 3 },
        { kind: 'usb-a-c', ends: ['ext/1', 'mic.usb'], lengthM: 2 },
      ],
    });
    expect(links).toMatchObject([{ device: 'mic', lengthM: 5, leads: [expect.any(String), 'ext'] }]);
  });

  it.each([
    ['a lead that ends in the air', [{ kind: 'usb-a-c', ends: [null, 'mic.usb'] }]],
    ['a plug that does not fit', [{ kind: 'usb-a-b', ends: ['computer.usb1', 'mic.usb'] }]],
    ['a broken lead', [{ kind: 'usb-a-c', ends: ['computer.usb1', 'mic.usb'], broken: ['bus'] }]],
    ['a hub that hangs on nothing', [{ kind: 'usb-a-c', ends: ['hub.down1', 'mic.usb'] }]],
  ])('not through %s', (_name, leads) => {
    expect(tree({ devices: DEVICES, leads }).computerOf.has('mic')).toBe(false);
  });

  it('two leads plugged into one another do not hang it', () => {
    const rig = buildRig({ name: 'ring', devices: DEVICES, leads: [] });
    const ring = [
      { id: 'a', kind: 'usb-extension', lengthM: 1, broken: [], ends: [{ lead: 'b', end: 1 }, null] },
      { id: 'b', kind: 'usb-extension', lengthM: 1, broken: [], ends: [{ lead: 'a', end: 1 }, null] },
    ];
    expect(usbTree(lookup({ ...rig, leads: ring })).links).toEqual([]);
  });
});

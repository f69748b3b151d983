import { buildRig, lookup } from '../rig';
import { rigOf, type Rows } from '../rig/testing';
import { reaches, usbTree } from './usb-links';

const tree = (rows: Rows) => usbTree(lookup(rigOf(rows)));

const DEVICES = [
  { id: 'mic', model: 'mic-usb' },
  { id: 'hub', model: 'hub-powered' },
  { id: 'computer', model: 'desktop' },
];

describe('the way of a USB device to its computer', () => {
  it('directly', () => {
    const { links, hostsOf } = tree({
      devices: DEVICES,
      leads: [{ kind: 'usb-a-c', ends: ['computer.usb1', 'mic.usb'], lengthM: 2 }],
    });
    expect(links).toMatchObject([{ device: 'mic', lengthM: 2, to: { device: 'computer', port: 'usb1' } }]);
    expect(hostsOf.get('mic')).toEqual([{ port: 'usb', computer: 'computer', socket: 'usb1' }]);
  });

  it('through a hub: lengths count from the hub anew', () => {
    const { links, hostsOf } = tree({
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
    expect(hostsOf.get('mic')).toEqual([{ port: 'usb', computer: 'computer', socket: 'usb1' }]);
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
    expect(tree({ devices: DEVICES, leads }).hostsOf.has('mic')).toBe(false);
  });

  it('two sockets of one device reach two computers', () => {
    const { hostsOf } = tree({
      devices: [
        { id: 'desk', model: 'mixer-podcast' },
        { id: 'one', model: 'laptop-c' },
        { id: 'two', model: 'laptop-c' },
      ],
      leads: [
        { kind: 'usb-c-c', ends: ['one.usb1', 'desk.usb1'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['two.usb1', 'desk.usb2'], lengthM: 1 },
      ],
    });
    expect(hostsOf.get('desk')).toEqual([
      { port: 'usb1', computer: 'one', socket: 'usb1' },
      { port: 'usb2', computer: 'two', socket: 'usb1' },
    ]);
  });

  it('a stream of one socket is shown to the computer at that socket only', () => {
    const usb = {
      links: [],
      hostsOf: new Map([
        [
          'desk',
          [
            { port: 'usb1', computer: 'one', socket: 'usb1' },
            { port: 'usb2', computer: 'two', socket: 'usb1' },
          ],
        ],
      ]),
    };
    expect(reaches(usb, 'desk', { ports: ['usb2'] }, 'one')).toBe(false);
    expect(reaches(usb, 'desk', { ports: ['usb2'] }, 'two')).toBe(true);
    expect(reaches(usb, 'desk', {}, 'one')).toBe(true);
    expect(reaches(usb, 'two', {}, 'two')).toBe(true);
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

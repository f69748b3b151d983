import { solve } from '../../offers';
import type { Rig } from '../../rig';
import { after, recorder, rigOf, wiring, type Rows } from '../../rig/testing';
import { useInterface } from './interface';

const MIC = { id: 'mic', model: 'mic-condenser-large' };
const listening = (device: string, stream: string) => ({
  ...recorder(device, [2, 2], stream),
  id: `hears-${device}`,
});

/** A microphone at a laptop on the shelf: by its own socket, or by a box on its USB. */
const desk = (rows: Partial<Rows>, apps = [listening('laptop', 'jack-in')]): Rig =>
  rigOf({
    ...rows,
    devices: [MIC, { id: 'laptop', model: 'laptop-c', place: 'Shelf', apps }, ...(rows.devices ?? [])],
  });
const byJack = desk({
  leads: [{ id: 'run', kind: 'xlr-mini', ends: ['mic.out', 'laptop.jack'], lengthM: 5 }],
});
const byBox = (model: string, port: string, more: Partial<Rows> = {}) =>
  desk(
    {
      devices: [{ id: 'box', model }, ...(more.devices ?? [])],
      leads: [
        {
          id: 'run',
          kind: port === 'mic' ? 'xlr-mini' : 'xlr',
          ends: ['mic.out', `box.${port}`],
          lengthM: 4,
        },
        { id: 'usb', kind: model === 'dongle-c' ? 'usb-c-c' : 'usb-c-b', ends: ['laptop.usb1', 'box.usb'] },
        ...(more.leads ?? []),
      ],
    },
    [listening('box', 'usb'), listening('other', 'usb-in')],
  );

const offered = (rig: Rig) => useInterface(solve(rig), 'mic');
const pressed = (rig: Rig) => after(rig, offered(rig)[0]!.edit);
const appsOf = ({ apps }: Rig) =>
  apps.map(({ id, input, tracks }) => ({ id, input, channels: tracks.map(({ channel }) => channel) }));

describe('an interface in place of a socket that cannot feed', () => {
  it('the microphone into it, it into the computer, the lead as long as before', () => {
    expect(offered(byJack).map(({ label }) => label)).toEqual([
      'Put a one-input USB interface in between, with phantom on',
    ]);
    const then = pressed(byJack);
    expect(wiring(then)).toEqual([
      'lead-usb-c-c: usb-c-c 1 m, interface-1.usb – laptop.usb1',
      'lead-xlr: xlr 5 m, mic.out – interface-1.in1',
    ]);
    expect(then.devices.map(({ id, place }) => [id, place])).toEqual([
      ['mic', 'desk'],
      ['laptop', 'Shelf'],
      ['interface-1', 'Shelf'],
    ]);
    expect(then.devices.at(-1)!.settings).toMatchObject({ phantom1: true });
  });

  it('who listened to that socket listens to its first input; others keep theirs, and so does what is plugged there', () => {
    const rig = byBox('adapter-xlr-usb', 'in1', {
      devices: [
        { id: 'guest', model: 'mic-dynamic-hand' },
        { id: 'other', model: 'interface-2' },
      ],
      leads: [{ id: 'guest-run', kind: 'xlr', ends: ['guest.out', 'other.in1'] }],
    });
    const then = pressed(rig);
    expect(appsOf(then)).toEqual([
      { id: 'hears-box', input: { device: 'interface-1', stream: 'usb-in' }, channels: [1, 2] },
      { id: 'hears-other', input: { device: 'other', stream: 'usb-in' }, channels: [2, 2] },
    ]);
    expect(then.devices.map(({ id }) => id)).toEqual(['mic', 'laptop', 'guest', 'other', 'interface-1']);
    expect(wiring(then)).toContain('guest-run: xlr 1 m, guest.out – other.in1');
  });

  describe('where the box hangs on a hub', () => {
    const onHub = (more: Partial<Rows> = {}): Rig =>
      rigOf({
        devices: [
          MIC,
          { id: 'laptop', model: 'laptop-c', apps: [listening('box', 'usb')] },
          { id: 'box', model: 'adapter-xlr-usb' },
          { id: 'hub', model: 'hub-powered' },
          ...(more.devices ?? []),
        ],
        leads: [
          { id: 'run', kind: 'xlr', ends: ['mic.out', 'box.in1'] },
          { id: 'usb', kind: 'usb-a-b', ends: ['hub.down1', 'box.usb'] },
          { id: 'up', kind: 'usb-c-b', ends: ['laptop.usb1', 'hub.up'] },
          ...(more.leads ?? []),
        ],
      });
    const OTHER = {
      devices: [{ id: 'other', model: 'interface-2' }],
      leads: [{ id: 'other-usb', kind: 'usb-c-b', ends: ['laptop.usb2', 'other.usb'] as [string, string] }],
    };

    it('into a socket of the computer that is free', () => {
      const then = pressed(onHub());
      expect(wiring(then)).toEqual([
        'lead-usb-c-c: usb-c-c 1 m, interface-1.usb – laptop.usb2',
        'lead-xlr: xlr 1 m, mic.out – interface-1.in1',
        'up: usb-c-b 1 m, laptop.usb1 – hub.up',
      ]);
      expect(appsOf(then)[0]!.input).toEqual({ device: 'interface-1', stream: 'usb-in' });
    });

    it('into the hub where the computer has none', () => {
      expect(wiring(pressed(onHub(OTHER)))).toEqual([
        'lead-usb-a-c: usb-a-c 1 m, hub.down1 – interface-1.usb',
        'lead-xlr: xlr 1 m, mic.out – interface-1.in1',
        'other-usb: usb-c-b 1 m, laptop.usb2 – other.usb',
        'up: usb-c-b 1 m, laptop.usb1 – hub.up',
      ]);
    });
  });

  it('a microphone that needs no supply gets none', () => {
    const rig = desk({
      devices: [{ id: 'plain', model: 'mic-dynamic-hand' }],
      leads: [{ id: 'run', kind: 'xlr-mini', ends: ['plain.out', 'laptop.jack'] }],
    });
    const [fix] = useInterface(solve(rig), 'plain');
    expect(fix!.label).toBe('Put a one-input USB interface in between');
    expect(after(rig, fix!.edit).devices.at(-1)!.settings).toEqual({});
  });

  it('through leads plugged into one another, whichever says so: all of them go, those of others stay', () => {
    const others = {
      devices: [
        { id: 'guest', model: 'mic-dynamic-hand' },
        { id: 'box', model: 'interface-2' },
      ],
    };
    const guests: NonNullable<Rows['leads']> = [
      { id: 'guest-run', kind: 'xlr', ends: ['guest.out', null] },
      { id: 'guest-on', kind: 'xlr', ends: ['guest-run/1', 'box.in1'] },
    ];
    const left = ['guest-on: xlr 1 m, guest-run/1 – box.in1', 'guest-run: xlr 1 m, guest.out – free'];
    for (const [first, second] of [
      [null, 'run/1'],
      ['end/0', null],
    ] as const) {
      const rig = desk({
        ...others,
        leads: [
          ...guests,
          { id: 'run', kind: 'xlr', ends: ['mic.out', first], lengthM: 6 },
          { id: 'end', kind: 'xlr-mini', ends: [second, 'laptop.jack'], lengthM: 1 },
        ],
      });
      const wires = wiring(pressed(rig));
      expect(wires).toEqual(expect.arrayContaining(left));
      expect(wires).toContain('lead-xlr: xlr 6 m, mic.out – interface-1.in1');
      expect(wires).toHaveLength(4);
    }
  });

  it.each([
    ['its lead hangs free', desk({ leads: [{ id: 'run', kind: 'xlr', ends: ['mic.out', null] }] })],
    ['nothing is plugged into it', desk({})],
    ['a desk of several inputs is listened to for other voices', byBox('mixer-4-usb', 'in1')],
    [
      'the box hangs on no computer',
      desk({
        devices: [{ id: 'camera', model: 'camera' }],
        leads: [{ id: 'run', kind: 'xlr-mini', ends: ['mic.out', 'camera.mic'] }],
      }),
    ],
    [
      'no socket of the computer is free',
      desk({
        devices: [
          { id: 'one', model: 'interface-2' },
          { id: 'two', model: 'interface-2' },
        ],
        leads: [
          { id: 'run', kind: 'xlr-mini', ends: ['mic.out', 'laptop.jack'] },
          { id: 'usb-one', kind: 'usb-c-b', ends: ['laptop.usb1', 'one.usb'] },
          { id: 'usb-two', kind: 'usb-c-b', ends: ['laptop.usb2', 'two.usb'] },
        ],
      }),
    ],
    ['the box has more sockets than the microphone’s', byBox('dongle-c', 'mic')],
  ])('nothing where %s', (_why, rig) => expect(offered(rig)).toEqual([]));
});

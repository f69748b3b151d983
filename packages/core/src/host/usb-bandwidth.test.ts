import { smallDevices } from '../checks/usb-small.testing';
import { usbTree } from '../flow';
import { lookup, type Rig } from '../rig';
import { recorder, rigOf } from '../rig/testing';
import { solveCircuit } from '../circuit';
import { usbSupplies } from './usb-power';
import { transferBytes, USB_RULES, usbLanes } from './usb-bandwidth';

/** Bytes of a frame with nothing kept back, by the share of it that may be used for sound. */
const frameBytes = { full: 1500, high: 7500 };

describe('room on the bus', () => {
  // USB 2.0 tables 5-4 and 5-5 (memory).
  it.each([
    ['full', 1, 150],
    ['full', 64, 20],
    ['full', 256, 5],
    ['full', 512, 2],
    ['full', 1023, 1],
    ['high', 1, 192],
    ['high', 1024, 7],
  ] as const)('%s speed, %i bytes: %i transfers a frame at most', (speed, bytes, most) =>
    expect(Math.floor(frameBytes[speed] / (bytes + USB_RULES[speed].overheadBytes))).toBe(most),
  );

  it('90 % of a frame and 80 % of a microframe are for sound (USB 2.0 chapter 5, memory)', () => {
    expect(USB_RULES.full.budgetBytes / frameBytes.full).toBeCloseTo(0.9, 12);
    expect(USB_RULES.high.budgetBytes / frameBytes.high).toBeCloseTo(0.8, 12);
  });

  it('stereo in 24 bits at 48 kHz: 294 bytes a millisecond with one sample more; four such fit, five do not', () => {
    const each = transferBytes('full', 2, 48_000, 24);
    expect(each).toBe(294 + 9);
    expect(4 * each).toBe(1212);
    expect([4 * each, 5 * each].map((bytes) => bytes <= USB_RULES.full.budgetBytes)).toEqual([true, false]);
  });

  it('32 bits are carried as 24; thirty-two channels at high speed are a tenth of a microframe', () => {
    expect(transferBytes('full', 2, 48_000, 32)).toBe(transferBytes('full', 2, 48_000, 24));
    // In slots of four bytes; what is over 1024 bytes goes in two transfers, each with its own 38 (USB 2.0 table 5-5, from memory).
    expect(transferBytes('high', 32, 48_000, 24)).toBe(32 * 7 * 4 + 38);
    expect(transferBytes('high', 64, 48_000, 24)).toBe(64 * 7 * 4 + 2 * 38);
    expect(transferBytes('high', 2, 48_000, 16)).toBe(2 * 7 * 2 + 38);
  });
});

const lanesOf = (rig: Rig) => {
  const find = lookup(rig);
  return usbLanes(find, usbTree(find)).map(({ speed, device, ports, streams, usedBytes }) => ({
    speed,
    device,
    ports,
    gear: [...new Set(streams.map((one) => one.device))],
    usedBytes,
  }));
};

/** Small mixers in sockets of a computer whose front sockets share a hub inside. */
const inSockets = (...sockets: string[]): Rig =>
  rigOf({
    devices: [
      ...sockets.map((_, at) => ({ id: `m${at + 1}`, model: 'mixer-2-usb' })),
      {
        id: 'pc',
        model: 'desktop-front',
        apps: sockets.map((_, at) => ({ ...recorder(`m${at + 1}`), name: `Recorder ${at + 1}` })),
      },
    ],
    leads: sockets.map((socket, at) => ({
      kind: socket === 'back3' ? 'usb-c-b' : 'usb-a-b',
      ends: [`pc.${socket}`, `m${at + 1}.usb`],
      lengthM: 1,
    })),
  });
/** Two channels in, 24 bits, 48 kHz, one sample more, and the transfer’s own: by hand. */
const EACH = 2 * 49 * 3 + 9;

describe('who shares a part of the bus', () => {
  it('sockets on one hub inside the computer share its translator, others have one each', () => {
    expect(lanesOf(inSockets('front1', 'front2', 'back1')).filter(({ speed }) => speed === 'full')).toEqual([
      { speed: 'full', device: 'pc', ports: ['front1', 'front2'], gear: ['m1', 'm2'], usedBytes: 2 * EACH },
      { speed: 'full', device: 'pc', ports: ['back1'], gear: ['m3'], usedBytes: EACH },
    ]);
  });

  it('gear of full speed behind a hub costs the bus at high speed too: 188 bytes of it in one microframe at most', () => {
    const at = (hub: string) =>
      lanesOf(smallDevices(1, { hub, plays: false })).filter(({ speed }) => speed === 'high');
    // USB 2.0 chapter 11 (memory): 188 of its 294 bytes, and 38 for the transfer.
    expect(at('hub-bus')).toEqual([
      { speed: 'high', device: 'pc', ports: [], gear: ['small1'], usedBytes: 188 + 38 },
    ]);
    // An old hub leaves the computer no other way than full speed.
    expect(at('hub-old')).toEqual([]);
  });

  it('behind a hub inside the computer too, in a socket of its own not', () => {
    const high = lanesOf(inSockets('front1', 'back1')).filter(({ speed }) => speed === 'high');
    expect(high.map(({ gear, usedBytes }) => [gear, usedBytes])).toEqual([[['m1'], 188 + 38]]);
  });

  it('behind a hub of full speed even fast gear is slow, and shares the socket the hub is in', () => {
    const fast = smallDevices(2, { model: 'interface-2', lead: 'usb-a-c', hub: 'hub-old', plays: false });
    expect(lanesOf(fast)).toEqual([
      { speed: 'full', device: 'pc', ports: ['usb1'], gear: ['small1', 'small2'], usedBytes: 2 * EACH },
    ]);
    const better = smallDevices(2, {
      model: 'interface-2',
      lead: 'usb-a-c',
      hub: 'hub-old',
      via: 'hub-bus',
      plays: false,
    });
    expect(lanesOf(better).find(({ speed }) => speed === 'full')).toMatchObject({
      device: 'via',
      ports: [],
      gear: ['small1', 'small2'],
    });
  });

  it('sockets of two controllers are two buses at high speed', () => {
    const rig = rigOf({
      devices: [
        { id: 'a', model: 'interface-2' },
        { id: 'b', model: 'interface-2' },
        {
          id: 'pc',
          model: 'desktop-front',
          apps: [recorder('a'), { ...recorder('b'), id: 'second', name: 'Second' }],
        },
      ],
      leads: [
        { kind: 'usb-a-c', ends: ['pc.back1', 'a.usb'], lengthM: 1 },
        { kind: 'usb-c-c', ends: ['pc.back3', 'b.usb'], lengthM: 1 },
      ],
    });
    expect(lanesOf(rig).map(({ ports, gear }) => [ports, gear])).toEqual([
      [['front1', 'front2', 'back1', 'back2'], ['a']],
      [['back3'], ['b']],
    ]);
  });

  it('a hub inside is a tier: one more hub before the gear than its leads show', () => {
    const solved = usbSupplies(
      lookup(inSockets('front1', 'back1')),
      solveCircuit(lookup(inSockets('front1', 'back1'))),
      usbTree(lookup(inSockets('front1', 'back1'))),
    );
    expect(solved.map(({ port, hubsBefore }) => [port, hubsBefore])).toEqual([
      ['front1', 1],
      ['back1', 0],
    ]);
  });
});

import { behind, condensersAt } from '../checks/usb.testing';
import { makeEngineMemory, solve } from './solve-rig';
import { usbBill } from './usb-bill';

const billOf = (device: string) =>
  usbBill(
    solve(behind(condensersAt('interface-2', 'usb-a-c', 1, 1), 'hub-bus', 1), makeEngineMemory()),
    device,
  );

describe('what hangs on a computer, as a bill', () => {
  it('from its own sockets outward, each with what it gives and what is drawn', () => {
    expect(
      billOf('pc').map(({ socket, depth, givesMa, items }) => ({
        socket,
        depth,
        givesMa,
        items: items.map(({ name }) => name),
      })),
    ).toEqual([
      { socket: 'USB-A 1', depth: 0, givesMa: 500, items: ['Hub 1'] },
      { socket: 'Socket 1 of Hub 1', depth: 1, givesMa: 100, items: ['Interface'] },
    ]);
    const [own, hub] = billOf('pc');
    expect(own!.drawnMa).toBeCloseTo(100 + hub!.drawnMa, 9);
    expect(hub!.items[0]!.restMa + hub!.items[0]!.phantomMa).toBeCloseTo(hub!.drawnMa, 9);
    expect(hub!.items[0]!.volts).toBeLessThan(own!.items[0]!.volts);
  });

  it('of a hub its own sockets, of anything else nothing', () => {
    expect(billOf('hub1').map(({ socket }) => socket)).toEqual(['Socket 1']);
    expect(billOf('desk')).toEqual([]);
  });
});

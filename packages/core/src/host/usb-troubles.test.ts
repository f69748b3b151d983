import { smallDevices } from '../checks/usb-small.testing';
import { makeEngineMemory, solve } from '../offers';
import { usbTree } from '../flow';
import { usbTroubles } from '.';

/** Two that each send 64 channels at 96 kHz: 2 × (64 × 13 × 4 + 4 × 38) bytes of 6,000 in a microframe of high speed. */
const wide = (controller?: string) => {
  const rig = smallDevices(2, { model: 'interface-2', lead: 'usb-a-c', rateHz: 96_000, plays: false });
  const channels = Array.from({ length: 64 }, (_, at) => `in ${at + 1}`);
  const models = rig.models.map((model) => ({
    ...model,
    streams: model.streams?.map((stream) => ({ ...stream, channels })),
    ports: model.ports.map((port) =>
      controller && model.kind === 'computer' && port.usb
        ? { ...port, usb: { ...port.usb, controller } }
        : port,
    ),
  }));
  const { find, circuit } = solve({ ...rig, models } as typeof rig, makeEngineMemory());
  return usbTroubles(find, circuit, usbTree(find));
};

it('what all gear of a computer shares is eased by no other socket; what its sockets share, by none of them or all', () => {
  expect(wide()).toEqual([{ device: 'pc', relief: [] }]);
  const [shared] = wide('one');
  expect(shared!.relief.map(({ device }) => device).sort()).toEqual(['small1', 'small2']);
});

import { leadKindById, modelById } from '../catalogue';
import { addDevice, applyEdit, buildRig, connect, putApp, type Edit, type Rig } from '../rig';

const SOCKETS = 6;
const ON_EACH = 4;

/** Six sockets of a computer with a hub in each and four USB microphones on every hub, some of them without a supply. For benchmarks. */
export const generateUsb = (withoutSupply: number): Rig => {
  const bare = buildRig({
    name: `${SOCKETS * ON_EACH} microphones`,
    devices: [{ id: 'pc', model: 'desktop' }],
  });
  const [model] = bare.models;
  const [socket] = model!.ports.filter(({ connector }) => connector === 'usb-a-socket');
  const others = model!.ports.filter(({ usb }) => !usb);
  const sockets = Array.from({ length: SOCKETS }, (_, at) => ({
    ...socket!,
    id: `usb${at + 1}`,
    label: `USB-A ${at + 1}`,
  }));
  let rig: Rig = { ...bare, models: [{ ...model!, ports: [...others, ...sockets] }] };
  const apply = (edit: Edit) => {
    rig = applyEdit(rig, edit).rig;
  };
  sockets.forEach(({ id }, at) => {
    const hub = `hub${at + 1}`;
    apply(addDevice(rig, modelById(at < SOCKETS - withoutSupply ? 'hub-powered' : 'hub-bus'), { id: hub }));
    apply(
      connect(
        rig,
        leadKindById('usb-a-b'),
        [
          { device: 'pc', port: id },
          { device: hub, port: 'up' },
        ],
        1,
      ),
    );
    for (let n = 1; n <= ON_EACH; n += 1) {
      const microphone = `mic${at * ON_EACH + n}`;
      apply(addDevice(rig, modelById('mic-usb'), { id: microphone }));
      const ends = [
        { device: hub, port: `down${n}` },
        { device: microphone, port: 'usb' },
      ];
      apply(connect(rig, leadKindById('usb-a-c'), ends, 1));
      apply(
        putApp(rig, {
          id: `of-${microphone}`,
          name: `Recorder of ${microphone}`,
          kind: 'recorder',
          computer: 'pc',
          input: { device: microphone, stream: 'usb-in' },
          output: null,
          tracks: [{ id: 'one', name: 'One', channel: 1 }],
        }),
      );
    }
  });
  return rig;
};

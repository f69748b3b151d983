import { isForHeadphones, modelById } from '../../catalogue';
import { addDevice, combineEdits, connect, freeId } from '../../rig';
import type { Fix, Solved } from '../finding';
import { ordered } from './rewire';
import { after, bestLead } from './trial';

/** The headphones people speak with: closed ones, that let little out. */
const CLOSED = 'headphones';

/** Brings headphones, plugged into a free socket for them of one of some devices. */
export const addHeadphones = ({ find, rig }: Solved, devices: readonly string[]): Fix[] => {
  const model = modelById(CLOSED);
  const id = freeId(rig, model.id);
  const [socket] = model.ports;
  return devices.flatMap((device) =>
    (find.modelOf(device)?.ports ?? []).flatMap((port): Fix[] => {
      if (find.inPort(device, port.id) || !isForHeadphones(find.modelOf(device)!, port.id)) return [];
      const placed = addDevice(rig, model, { id, place: find.device(device)!.place });
      const now = after(rig, placed);
      const [to, from] = [
        { device: id, port: socket!.id },
        { device, port: port.id },
      ];
      const best = bestLead(now, from, to);
      if (!best) return [];
      const label = `Plug ${model.name.toLowerCase()} into ${find.nameOf(device)}, ${port.label}`;
      return [
        {
          label,
          edit: combineEdits(label, placed, connect(now, best.kind, ordered(best.flipped, from, to))),
        },
      ];
    }),
  );
};

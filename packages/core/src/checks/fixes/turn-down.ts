import type { FlowEdge } from '../../flow';
import { settingUpTo, turnedAt } from '../../gain';
import { setControl } from '../../rig';
import type { Db } from '../../units';
import { figureText, type Fix, type Solved } from '../finding';

/** Turns down what stands on a way, what is nearest its end first. */
export const turnDownAlong = ({ find, rig }: Solved, way: readonly FlowEdge[], byDb: Db): Fix[] =>
  [...way]
    .reverse()
    .flatMap((edge) => turnedAt(find, edge))
    .flatMap((turned): Fix[] => {
      const { device, control, label, value, min } = turned;
      if (value - byDb < min) return [];
      const to = settingUpTo(turned, value - byDb);
      return [
        {
          label: `Turn ${label} of ${find.device(device)!.name} down to ${figureText(to, 0)} dB`,
          edit: setControl(rig, device, control, to),
        },
      ];
    });

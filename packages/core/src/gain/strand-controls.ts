import { controlOf, type Control } from '../catalogue';
import type { Lookup } from '../rig';
import type { Strand } from './strand';

/** A control that acts on a strand: a gain, pad or mode on its way, or the supply of an input it passes. */
export interface StrandControl {
  device: string;
  control: Control;
  isSupply: boolean;
}

/** Every control that a strand answers to, in the order the sound meets them. */
export const strandControls = (find: Lookup, strand: Strand): StrandControl[] => {
  const met = new Map<string, StrandControl>();
  const meet = (device: string, id: string, isSupply: boolean) => {
    const control = controlOf(find.modelOf(device), id);
    const key = `${device} ${id}`;
    if (control && !met.has(key)) met.set(key, { device, control, isSupply });
  };
  for (const stage of strand.stages) {
    for (const { device, control } of stage.controls) meet(device, control, false);
    if (stage.role !== 'input' || !stage.device) continue;
    const elements = find.modelOf(stage.device)?.elements ?? [];
    const input = elements.find(({ id }) => stage.node === `${stage.device}:${id}`);
    if (input?.kind !== 'input') continue;
    for (const feed of elements) {
      if (feed.kind === 'feed' && feed.control && feed.legs.includes(input.plus)) {
        meet(stage.device, feed.control, true);
      }
    }
  }
  return [...met.values()];
};

import type { Kernel } from './kernel';
import { plainKernel } from './plain';
import { wasmKernel } from './wasm';

export { AROUND, HISTORY, THRESHOLDS, type Kernel } from './kernel';

/** The quickest loops there are here. @param floats how many numbers will be asked of them */
export const makeKernel = (floats: number): Kernel => {
  try {
    return wasmKernel(floats);
  } catch {
    return plainKernel();
  }
};

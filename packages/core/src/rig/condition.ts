/**
 * What may be wrong with a thing, laid over a rig without changing it: of a lead's wires, of a device.
 * Conductors by name, devices and leads by id.
 */
export type Condition =
  | { kind: 'open'; lead: string; conductor: string }
  | { kind: 'shorted'; lead: string; conductors: [string, string] }
  | { kind: 'swapped'; lead: string; conductors: [string, string] }
  /** Makes no sound and passes none; its sockets are as they were. */
  | { kind: 'dead'; device: string }
  /** Adds so much noise at its outputs, dB over what it states. */
  | { kind: 'noisy'; device: string; db: number };

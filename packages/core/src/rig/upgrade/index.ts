import { RIG_VERSION } from '../types';
import { appsOfTheirOwn } from './to-2-apps-of-their-own';

/** A document of some version, not yet known to be a rig. */
export type Untyped = Record<string, unknown>;

/** The steps from version to version: the first makes a 2 of a 1. A new version adds one at the end. */
const STEPS: ((document: Untyped) => Untyped)[] = [appsOfTheirOwn];

/** Oldest version that still opens. */
export const OLDEST_VERSION = 1;

/** Without keys that say nothing: JSON has none, and a step that moves what is not there makes them. */
const whole = (document: Untyped): Untyped =>
  Object.fromEntries(Object.entries(document).filter(([, value]) => value !== undefined));

/**
 * Brings a document of an older version to the present one; one of the present version comes back as it is.
 * What does not have the shape its version had is left as it is, for the schema to name.
 * @param document any object that says it is a rig, of version 1 to `RIG_VERSION`
 */
export const upgradeRig = (document: Untyped): Untyped => {
  let current = document;
  for (let version = Number(document.version); version < RIG_VERSION; version += 1) {
    current = { ...whole(STEPS[version - OLDEST_VERSION]!(current)), version: version + 1 };
  }
  return current;
};

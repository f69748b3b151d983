import type { Finding, Rig } from '@diaphon/core';
import { enginePort, onEngineDeath } from './engine';

/** Rigs the engine holds beside the one that is shown: nobody edits them, so each is sent once. */

interface Beside {
  document: Rig;
  findings: Promise<Finding[]>;
}

const held = new Map<string, Beside>();

// Whoever asks for one again has it opened again.
onEngineDeath(() => held.clear());

/** Opens one, or finds it open. @returns what is found in it */
export const openBeside = (key: string, document: Rig): Promise<Finding[]> => {
  const there = held.get(key);
  if (there?.document === document) return there.findings;
  const findings = enginePort.open(key, 1, document).then((change) => change.findings);
  held.set(key, { document, findings });
  return findings;
};

/** Lets go of all but some. */
export const keepBeside = (keys: readonly string[]): void => {
  for (const key of held.keys()) {
    if (keys.includes(key)) continue;
    held.delete(key);
    void enginePort.close(key);
  }
};

import type { RigSummary } from '@diaphon/api';
import { SEVERITIES, solveRig, type Rig } from '@diaphon/core';

/** What the shelf shows of a rig without opening it. */
const summarise = (rig: Rig): RigSummary => {
  const { findings, toDo, isHeard } = solveRig(rig);
  return {
    devices: rig.devices.length,
    leads: rig.leads.length,
    people: rig.people.length,
    target: rig.target,
    findings: Object.fromEntries(
      SEVERITIES.map((severity) => [severity, findings.filter((f) => f.severity === severity).length]),
    ) as RigSummary['findings'],
    toDo: toDo.length,
    isHeard,
    gravest: findings[0]?.title ?? null,
  };
};

/** A revision never changes, so its summary is worked out once while the server runs. */
export const makeSummaries = (limit = 500) => {
  const known = new Map<string, RigSummary>();
  return (id: string, revision: number, document: () => Rig): RigSummary => {
    const key = `${id} ${revision}`;
    let found = known.get(key);
    if (!found) {
      found = summarise(document());
      if (known.size >= limit) known.delete(known.keys().next().value!);
      known.set(key, found);
    }
    return found;
  };
};

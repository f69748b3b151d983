import type { Rig, RunStep } from '@diaphon/core';
import { planOf } from '@diaphon/core';
import { useMemo } from 'react';
import { PlanChart } from '../page/plan-chart';

/** What a step brings to stand: the leads and devices of those that are not done are not there yet. */
const BRINGS: readonly RunStep['kind'][] = ['plug', 'usb', 'power-on', 'stand'];

/** The rig as it stands after what is signed: drawn through what is there, broken what is not, heavy what the step is about. */
export const StandingChart = ({
  rig,
  steps,
  isDone,
  current,
}: {
  rig: Rig;
  steps: readonly RunStep[];
  isDone: (key: string) => boolean;
  current: RunStep | undefined;
}) => {
  const missing = new Set(
    steps.filter(({ kind, key }) => BRINGS.includes(kind) && !isDone(key)).map(({ of }) => of),
  );
  const isThere = (leads: readonly string[]) => leads.every((id) => !missing.has(id));
  const standing = useMemo(() => {
    const { joined } = planOf(rig);
    return (isLaid: (leads: readonly string[]) => boolean) =>
      new Set(joined.filter(({ leads }) => isLaid(leads)).flatMap(({ from, to }) => [from, to]));
  }, [rig])(isThere);
  const isAbout = (leads: readonly string[]) => current !== undefined && leads.includes(current.of);
  const count = rig.devices.filter(({ id }) => standing.has(id)).length;
  return (
    <div
      className="overflow-auto border-t border-line bg-sheet p-2 max-[820px]:hidden [&>svg]:max-w-full"
      tabIndex={0}
      role="region"
      aria-label="What stands"
    >
      <PlanChart
        rig={rig}
        label={`${count} of ${rig.devices.length} devices stand`}
        line={(leads) => ({
          stroke: isAbout(leads) ? 'var(--focus)' : 'var(--ink)',
          strokeWidth: isAbout(leads) ? 4 : 1.3,
          strokeDasharray: isThere(leads) ? undefined : '2 5',
        })}
        box={(id) => ({
          fill: standing.has(id) ? 'var(--shoal)' : 'var(--paper)',
          strokeDasharray: standing.has(id) ? undefined : '2 4',
          ...(current?.of === id ? { stroke: 'var(--focus)', strokeWidth: 4 } : {}),
        })}
      />
    </div>
  );
};

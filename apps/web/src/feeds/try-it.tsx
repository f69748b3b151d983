import { boardLevel, type MeterBoard } from '@diaphon/core';
import { useState } from 'react';
import { figure } from '../look/figures';
import { Toggle } from '../look/toggle';
import { useAsked } from '../store/use-asked';

/** One meter: how far it moves from where it begins, as a line along the quay. */
const Row = ({ meter, level }: { meter: MeterBoard['meters'][number]; level: number | null }) => {
  const share =
    level === null ? 0 : Math.min(1, (level - meter.leastLevel) / (meter.fullLevel - meter.leastLevel));
  return (
    <li className="flex items-center gap-2 border-t border-hair py-0.5">
      <span className={`w-[240px] min-w-0 shrink truncate ${level === null ? 'text-faint' : ''}`}>
        {meter.name} <span className="text-[12px] text-faint">{meter.device}</span>
      </span>
      <svg viewBox="0 0 100 8" preserveAspectRatio="none" aria-hidden className="h-2 min-w-[60px] flex-1">
        <path d="M0 4 H100" stroke="var(--hair)" strokeWidth="1" vectorEffect="non-scaling-stroke" />
        {share > 0 && (
          <path
            d={`M0 4 H${share * 100}`}
            stroke="var(--ink)"
            strokeWidth="5"
            vectorEffect="non-scaling-stroke"
          />
        )}
      </svg>
      <span className="w-[84px] shrink-0 text-right text-[12.5px]">
        {level === null ? <span className="text-faint">still</span> : `${figure(level, 0)} ${meter.unit}`}
      </span>
    </li>
  );
};

/** Who sounds is chosen, and every meter of the rig shows what it would. */
export const TryIt = () => {
  const { answer } = useAsked('meters', []);
  const [sounding, setSounding] = useState<ReadonlySet<string>>(new Set());
  if (!answer || answer.meters.length === 0) return null;
  const on = answer.speakers.map((name) => sounding.has(name));
  const turn = (name: string, isOn: boolean) => {
    const next = new Set(sounding);
    if (isOn) next.add(name);
    else next.delete(name);
    setSounding(next);
  };
  return (
    <section aria-label="Try it">
      <h3 className="font-bold">Try it</h3>
      <p className="mb-1 text-faint">Choose who sounds: what every meter shows then.</p>
      <div className="mb-1.5 flex flex-wrap gap-x-4 gap-y-1">
        {answer.speakers.map((name) => (
          <Toggle
            key={name}
            label={`${name} sounds`}
            on={sounding.has(name)}
            onChange={(isOn) => turn(name, isOn)}
          />
        ))}
      </div>
      <ul className="max-w-[760px]">
        {answer.meters.map((meter) => (
          <Row key={`${meter.device} ${meter.name}`} meter={meter} level={boardLevel(meter, on)} />
        ))}
      </ul>
    </section>
  );
};

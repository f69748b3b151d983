import { explainStage, lookup, type Rig, type Strand } from '@diaphon/core';
import { levelText, type Shown } from './level-words';

/** Every figure of one stage, and where it comes from. */
export const StageDetail = ({
  rig,
  strand,
  index,
  shown,
}: {
  rig: Rig;
  strand: Strand;
  index: number;
  shown: Shown;
}) => {
  const stage = strand.stages[index];
  if (!stage) return null;
  return (
    <section aria-label={`Where the figures of ${stage.label} come from`}>
      <h3 className="font-bold">{stage.label}: where these figures come from</h3>
      <dl className="mt-1 grid grid-cols-[1fr_auto] gap-x-3">
        {explainStage(lookup(rig), strand, index).map(({ label, value, unit, from }) => (
          <div key={label} className="contents">
            <dt className="border-t border-hair py-0.5">
              {label}
              <span className="block text-[12.5px] leading-snug text-faint">{from}</span>
            </dt>
            <dd className="border-t border-hair py-0.5 text-right whitespace-nowrap">
              {levelText(value, unit, shown)}
            </dd>
          </div>
        ))}
      </dl>
    </section>
  );
};

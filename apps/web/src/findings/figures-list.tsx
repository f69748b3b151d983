import type { Figure } from '@diaphon/core';
import { digitsOf, quantity } from '../look/figures';

/** The figures a finding rests on, each with where it comes from. */
export const FiguresList = ({ figures }: { figures: Figure[] }) => (
  <dl className="mt-2 grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5 border-t border-hair pt-1.5">
    {figures.map(({ label, value, unit, from }) => (
      <div key={label} className="contents">
        <dt>
          {label}
          <span className="block text-[12px] leading-tight text-faint">{from}</span>
        </dt>
        <dd className="text-right whitespace-nowrap">{quantity(value, unit, digitsOf(value, unit))}</dd>
      </div>
    ))}
  </dl>
);

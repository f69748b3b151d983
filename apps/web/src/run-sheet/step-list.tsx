import type { SignedStep } from '@diaphon/api';
import type { RunSheet, RunStep } from '@diaphon/core';
import { useEffect, useRef } from 'react';
import { stateWords } from './words';

const MARK: Record<SignedStep['state'], string> = { done: '✓', 'not done': '×', open: '' };

/** All steps in their order: how each stands, whose it is, and whom it waits for. */
export const StepList = ({
  steps,
  signed,
  current,
  isShared,
  onChoose,
}: {
  steps: RunSheet['steps'];
  signed: ReadonlyMap<string, SignedStep>;
  current: number;
  isShared: boolean;
  onChoose: (number: number) => void;
}) => {
  const shown = useRef<HTMLLIElement>(null);
  useEffect(() => void shown.current?.scrollIntoView({ block: 'nearest' }), [current]);
  const waits = ({ after }: RunStep) =>
    after.filter((number) => signed.get(steps[number - 1]!.key)?.state !== 'done').slice(-3);
  return (
    <ol className="print:text-[11px]">
      {steps.map((step) => {
        const one = signed.get(step.key);
        const isCurrent = step.number === current;
        const faint = isCurrent ? '' : 'text-faint';
        return (
          <li
            key={step.key}
            ref={isCurrent ? shown : null}
            className="border-b border-hair print:break-inside-avoid"
          >
            <button
              type="button"
              aria-current={isCurrent ? 'step' : undefined}
              className={`grid min-h-[44px] w-full grid-cols-[28px_34px_1fr] gap-x-1 px-2 py-1.5 text-left ${isCurrent ? 'bg-shoal print:bg-transparent' : 'hover:bg-deep'}`}
              onClick={() => onChoose(step.number)}
            >
              <span className={one?.state === 'not done' ? 'font-bold text-fault' : 'font-bold text-good'}>
                <span className="print:hidden">{one ? MARK[one.state] : ''}</span>
                <span aria-hidden className="hidden size-[11px] border border-ink print:inline-block" />
              </span>
              <span className={`tabular-nums ${faint}`}>{step.number}</span>
              <span className="min-w-0">
                {isShared && <b>{step.person === 1 ? 'First' : 'Second'}: </b>}
                {step.do}
                {one && one.state !== 'open' && (
                  <span className={`block text-[13px] ${faint}`}>{stateWords(one)}</span>
                )}
                {isShared && waits(step).length > 0 && (
                  <span className="block text-[13px] text-caution">waits for {waits(step).join(', ')}</span>
                )}
                <span className="hidden print:block">
                  {[step.where, ...step.details, ...step.cautions.map(({ words }) => words)]
                    .filter(Boolean)
                    .join(' · ')}
                </span>
              </span>
            </button>
          </li>
        );
      })}
    </ol>
  );
};

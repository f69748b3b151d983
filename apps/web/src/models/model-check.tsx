import type { DeviceModel, Doubt, ModelTrial } from '@diaphon/core';
import { useEffect, useState } from 'react';
import { askPlain } from '../engine/engine';
import { FiguresList } from '../findings/figures-list';
import { count } from '../look/figures';
import { SeverityMark } from '../look/severity';

interface ModelCheckProps {
  model: DeviceModel;
  doubts: Doubt[];
  /** Fields that hold something that makes no sense: what is checked is what stood there before. */
  wrongFields: number;
}

/** What looks wrong with a model while it is being changed, and what it does on a bench. */
export const ModelCheck = ({ model, doubts, wrongFields }: ModelCheckProps) => {
  const [trial, setTrial] = useState<ModelTrial>({ figures: [], findings: [] });
  useEffect(() => {
    let isCurrent = true;
    askPlain('tryModel', model).then(
      (found) => isCurrent && setTrial(found),
      // What cannot be tried is said by the doubts already.
      () => undefined,
    );
    return () => {
      isCurrent = false;
    };
  }, [model]);
  return (
    <>
      <section aria-label="Plausible" role="status">
        <h2 className="font-bold">
          {wrongFields > 0 ? 'Not checked yet' : doubts.length === 0 ? 'Plausible' : 'Can this be meant?'}
        </h2>
        {wrongFields > 0 && (
          <p className="text-fault">
            {count(wrongFields, 'field')} cannot be read; what is said here is about what stood there before.
          </p>
        )}
        {doubts.length === 0 && wrongFields === 0 && (
          <p className="text-good">Every figure lies where such gear lies.</p>
        )}
        {doubts.length > 0 && (
          <ul className="space-y-1.5">
            {doubts.map(({ words }) => (
              <li key={words} className="flex gap-1.5">
                <SeverityMark severity="caution" size={15} />
                <span className="min-w-0 flex-1">{words}</span>
              </li>
            ))}
          </ul>
        )}
      </section>
      {(trial.figures.length > 0 || trial.findings.length > 0) && (
        <section aria-label="On the bench" className="mt-4">
          <h2 className="font-bold">On the bench</h2>
          <FiguresList figures={trial.figures} />
          <ul className="mt-1 space-y-1.5">
            {trial.findings.map(({ id, severity, title }) => (
              <li key={id} className="flex gap-1.5">
                <SeverityMark severity={severity} size={15} />
                <span className="min-w-0 flex-1">{title}</span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
};

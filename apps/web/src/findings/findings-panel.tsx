import { SEVERITIES, type Finding, type PageReadings, type Place } from '@diaphon/core';
import { lazy, Suspense, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { count } from '../look/figures';
import { severityCount, SeverityMark } from '../look/severity';
import { useAppSelector } from '../store/store';
import { FindingCard } from './finding-card';
import { ToDoList } from './to-do-list';

const MeantList = lazy(async () => ({ default: (await import('./meant-list')).MeantList }));

interface FindingsPanelProps {
  onShow: (places: Place[]) => void;
}

const Tally = ({ findings }: { findings: Finding[] }) => (
  <span className="flex flex-wrap gap-x-3">
    {SEVERITIES.map((severity) => {
      const many = findings.filter((finding) => finding.severity === severity).length;
      return many === 0 ? null : (
        <span key={severity} className="inline-flex items-center gap-1">
          <SeverityMark severity={severity} size={14} />
          {severityCount(many, severity)}
        </span>
      );
    })}
  </span>
);

/** What there is to say when nothing is found: clear only where something was meant to arrive, and does. */
const Standing = ({ readings: { findings, toDo, isHeard } }: { readings: PageReadings }) => {
  if (findings.length > 0) return null;
  if (toDo.length > 0) return null;
  return isHeard ? (
    <p className="px-3 pb-3 text-good">
      Clear. Every voice arrives, and nothing in this wiring endangers gear.
    </p>
  ) : (
    <p className="px-3 pb-3 text-faint">
      Nothing sounds here yet. Add a microphone and what is to hear it, or{' '}
      <Link to="/advice" className="underline">
        let a few questions set it up
      </Link>
      .
    </p>
  );
};

/** Everything found, the gravest first and open. */
export const FindingsPanel = ({ onShow }: FindingsPanelProps) => {
  const readings = useAppSelector((state) => state.readings.readings);
  const isOld = useAppSelector((state) => state.readings.isOld);
  const rig = useAppSelector((state) => state.rig.document);
  const findings = useMemo(() => readings?.findings ?? [], [readings]);
  const toDo = readings?.toDo ?? [];
  const [chosen, setChosen] = useState<string | null | undefined>(undefined);
  // Until the operator chooses, and whenever the chosen one is mended, the gravest is open.
  const isThere = chosen === null || findings.some(({ id }) => id === chosen);
  const open = isThere ? chosen : findings[0]?.id;

  return (
    <section aria-label="Findings" className="flex min-h-0 flex-col">
      <header className="flex flex-wrap items-baseline justify-between gap-2 px-3 py-2">
        <h2 className="text-[15px] font-bold">Findings</h2>
        {findings.length > 0 && <Tally findings={findings} />}
      </header>
      <div role="status" className="sr-only">
        {readings && `${count(findings.length, 'finding')}. ${findings[0]?.title ?? ''}`}
      </div>
      {!readings && <p className="px-3 text-faint">Working it out …</p>}
      {isOld && (
        <p role="status" className="mx-3 mb-1 border-l-4 border-caution bg-sheet px-2 py-1 font-bold">
          Of before your last change: what follows from it is still being worked out.
        </p>
      )}
      {readings && !isOld && <Standing readings={readings} />}
      <ul className="min-h-0 flex-1 space-y-1.5 overflow-y-auto px-3 pb-3">
        {findings.map((finding) => (
          <FindingCard
            key={finding.id}
            finding={finding}
            isOpen={finding.id === open}
            onToggle={() => setChosen(finding.id === open ? null : finding.id)}
            onShow={() => onShow(finding.places)}
          />
        ))}
      </ul>
      {toDo.length > 0 && <ToDoList toDo={toDo} onShow={onShow} />}
      {readings && rig && readings.meant.length > 0 && (
        <Suspense>
          <MeantList rig={rig} meant={readings.meant} />
        </Suspense>
      )}
    </section>
  );
};

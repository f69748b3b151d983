import { formatDistanceToNow } from 'date-fns';
import type { RigOnShelf, RigSummary } from '@diaphon/api';
import { SEVERITIES } from '@diaphon/core';
import { Link } from 'react-router';
import { Button } from '../look/button';
import { count } from '../look/figures';
import { severityCount, SeverityMark } from '../look/severity';
import { RigStamp } from './rig-stamp';

const Findings = ({ summary }: { summary: RigSummary }) => {
  const found = SEVERITIES.filter((severity) => summary.findings[severity] > 0);
  if (found.length === 0) {
    const { toDo, isHeard } = summary;
    if (toDo > 0) return <span>{toDo} still to do</span>;
    return isHeard ? (
      <span className="text-good">Clear</span>
    ) : (
      <span className="text-faint">Empty so far</span>
    );
  }
  return (
    <span className="flex flex-wrap gap-x-3 gap-y-0.5">
      {found.map((severity) => (
        <span key={severity} className="inline-flex items-center gap-1 whitespace-nowrap">
          <SeverityMark severity={severity} />
          {severityCount(summary.findings[severity], severity)}
        </span>
      ))}
    </span>
  );
};

export interface RowActions {
  copy: (rig: RigOnShelf) => void;
  remove: (rig: RigOnShelf) => void;
  save: (rig: RigOnShelf) => void;
}

/** One rig: what it is, how it stands, what can be done with it. */
export const RigRow = ({
  rig,
  actions,
  unsent,
}: {
  rig: RigOnShelf;
  actions: RowActions;
  /** Edits of this browser that the server has not got yet. */
  unsent: number;
}) => {
  const { summary, trouble } = rig;
  const isDanger = (summary?.findings.danger ?? 0) > 0;
  return (
    <li className="relative flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-hair px-4 py-2.5">
      <span aria-hidden className={`absolute inset-y-0 left-0 w-1.5 ${isDanger ? 'hatched' : ''}`} />
      {summary ? (
        <RigStamp sketch={summary.sketch} />
      ) : (
        <span className="w-[132px] shrink-0 max-[820px]:hidden" />
      )}
      <span className="min-w-0 flex-[3_1_260px]">
        <Link
          to={`/rigs/${rig.id}`}
          className="block truncate text-[16px] font-bold underline decoration-line underline-offset-4 hover:decoration-ink"
        >
          {rig.name}
        </Link>
        {trouble ? (
          <span className="block text-fault">{trouble}</span>
        ) : (
          <span className="block truncate text-faint">
            {summary ? (summary.gravest ?? 'Nothing found that is wrong.') : 'Being worked out …'}
          </span>
        )}
      </span>
      <span className="flex-[1_1_150px]">{summary && <Findings summary={summary} />}</span>
      <span className="w-[14em] text-faint">
        {summary && `${count(summary.devices, 'device')}, ${count(summary.leads, 'lead')}`}
        <span className="block">
          {unsent > 0 && (
            <b className="block text-caution">
              {count(unsent, 'edit')} of this browser not on the server yet
            </b>
          )}
          saved {formatDistanceToNow(new Date(rig.updatedAt), { addSuffix: true })}
        </span>
      </span>
      <span className="flex gap-1">
        <Button kind="quiet" onClick={() => actions.copy(rig)} aria-label={`Copy ${rig.name}`}>
          Copy
        </Button>
        <Button kind="quiet" onClick={() => actions.save(rig)} aria-label={`Save ${rig.name} as a file`}>
          To file
        </Button>
        <Button kind="quiet" onClick={() => actions.remove(rig)} aria-label={`Delete ${rig.name}`}>
          Delete
        </Button>
      </span>
    </li>
  );
};

import type { Finding } from '@diaphon/core';
import { Link, useParams } from 'react-router';
import { FiguresList } from './figures-list';
import { FixList } from './fix-list';
import { TradeText } from './trade-text';

/** A finding opened: how to mend it, why, on which figures, where, and at which step of setting up. */
export const FindingBody = ({
  finding: { id, why, figures, places },
  onShow,
}: {
  finding: Finding;
  onShow: () => void;
}) => {
  const { id: rig } = useParams();
  const of = places[0]?.lead ?? places[0]?.device;
  return (
    <div className="px-3 pb-3">
      <FixList finding={id} />
      <TradeText text={why} />
      <FiguresList figures={figures} />
      <p className="mt-2 flex flex-wrap gap-x-4 text-[13px]">
        <button className="underline" onClick={onShow}>
          Show where
        </button>
        {rig && of && (
          <Link className="underline" to={`/rigs/${rig}/run-sheet?of=${encodeURIComponent(of)}`}>
            In the run sheet
          </Link>
        )}
      </p>
    </div>
  );
};

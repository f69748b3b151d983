import type { Finding } from '@diaphon/core';
import { FiguresList } from './figures-list';
import { FixList } from './fix-list';
import { TradeText } from './trade-text';

/** A finding opened: how to mend it, why, on which figures, and where. */
export const FindingBody = ({
  finding: { id, why, figures },
  onShow,
}: {
  finding: Finding;
  onShow: () => void;
}) => (
  <div className="px-3 pb-3">
    <FixList finding={id} />
    <TradeText text={why} />
    <FiguresList figures={figures} />
    <button className="mt-2 text-[13px] underline" onClick={onShow}>
      Show where
    </button>
  </div>
);

import { TRACK_SHEET_HEADINGS } from '@diaphon/core';
import { useParams } from 'react-router';
import { Waiting } from '../page/waiting';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { Sheet } from './sheet';

const STRONG: ReadonlySet<string> = new Set(['channel', 'track']);

/** Which socket is which channel, who is on it and which track keeps it, to pin up beside the recorder. */
export const TrackSheetView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const { answer: rows, failure } = useAsked('trackSheet', []);
  if (failure) return <p className="p-5 text-fault">The sheet could not be worked out: {failure}</p>;
  if (!rows) return <Waiting words="Reading off the channels" />;
  return (
    <Sheet
      kind="track sheet"
      rig={rig.name}
      headings={TRACK_SHEET_HEADINGS}
      rows={rows.map((row) => ({ ...row }))}
      strong={STRONG}
      empty="No recorder listens to anything that is plugged in yet."
      back={{ to: `/rigs/${id}/computers`, words: 'Back to the computers' }}
    >
      Before the show: tap or speak into each socket in turn, and look that its track moves and no other.
    </Sheet>
  );
};

import { GAIN_SHEET_HEADINGS } from '@diaphon/core';
import { useParams } from 'react-router';
import { Waiting } from '../page/waiting';
import { useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { Sheet } from './sheet';

const STRONG: ReadonlySet<string> = new Set(['gain', 'knob']);

/** What is set for each sound, to take to the desk. */
export const GainSheetView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const { answer: rows, failure } = useAsked('gainSheet', []);
  if (failure) return <p className="p-5 text-fault">The sheet could not be worked out: {failure}</p>;
  if (!rows) return <Waiting words="Reading off the gains" />;
  return (
    <Sheet
      kind="gain sheet"
      rig={rig.name}
      headings={GAIN_SHEET_HEADINGS}
      rows={rows.map((row) => ({ ...row }))}
      strong={STRONG}
      empty="Nothing arrives anywhere yet: the findings in Wiring say why."
      back={{ to: `/rigs/${id}/levels`, words: 'Back to the levels' }}
    >
      Headphones and loudspeakers down and phantom off before you plug; then phantom where it says so, wait,
      and bring each gain up while its voice speaks as it will. Follow the makers’ manuals. Levels here count
      a sine at full scale as 0 dBFS (AES17); a meter that counts from a steady full scale shows 3 dB less.
    </Sheet>
  );
};

import type { UsbBillRow } from '@diaphon/core';
import { figure, quantity } from '../look/figures';
import { ShareBar } from '../look/share-bar';
import { useAsked } from '../store/use-asked';

const partsWords = ({ restMa, phantomMa, headphonesMa }: UsbBillRow['items'][number]): string => {
  const parts = [
    ...(phantomMa > 0 ? [`${figure(phantomMa, 0)} for microphones`] : []),
    ...(headphonesMa > 0 ? [`${figure(headphonesMa, 0)} for headphones`] : []),
  ];
  return parts.length > 0 ? ` (${[`${figure(restMa, 0)} at rest`, ...parts].join(', ')})` : '';
};

/** What hangs on USB here: what each socket gives, what is drawn, the volts at the end of the lead. */
export const UsbBill = ({ device }: { device: string }) => {
  const { answer } = useAsked('usbBill', [device]);
  if (!answer || answer.length === 0) return null;
  return (
    <section aria-label="Power over USB" className="px-3 py-2">
      <h3 className="font-bold">Power over USB</h3>
      <ul className="space-y-1.5">
        {answer.map((row) => {
          const isOver = row.drawnMa > row.sureMa;
          const isSure = row.drawnMa > row.givesMa;
          return (
            <li key={`${row.device} ${row.socket}`} style={{ marginLeft: row.depth * 12 }}>
              <p className="flex items-baseline justify-between gap-2">
                <span>{row.socket}</span>
                <span
                  className={`tabular ${isSure ? 'font-bold text-fault' : isOver ? 'font-bold text-caution' : ''}`}
                >
                  {figure(row.drawnMa, 0)} of{' '}
                  {quantity(isOver && !isSure ? row.sureMa : row.givesMa, 'mA', 0)}
                  {isSure ? ', overdrawn' : isOver ? ' that are sure' : ''}
                </span>
              </p>
              <ShareBar used={row.drawnMa} of={row.givesMa} />
              <ul className="text-[12.5px] text-faint">
                {row.items.map((item) => (
                  <li key={item.device}>
                    {item.name}: {quantity(item.drawnMa, 'mA', 0)}
                    {partsWords(item)}, {quantity(item.volts, 'V', 2)} at its socket
                  </li>
                ))}
              </ul>
            </li>
          );
        })}
      </ul>
    </section>
  );
};

import type { UsbBillRow } from '@diaphon/core';
import { figure, quantity } from '../look/figures';
import { useAsked } from '../store/use-asked';

/** How much of what a socket gives is drawn: a bar that is full where nothing is left. */
const Share = ({ drawnMa, givesMa }: Pick<UsbBillRow, 'drawnMa' | 'givesMa'>) => {
  const isOver = drawnMa > givesMa;
  return (
    <svg viewBox="0 0 100 6" preserveAspectRatio="none" className="mt-0.5 block h-1.5 w-full" aria-hidden>
      <rect width="100" height="6" fill="var(--deep)" />
      <rect
        width={Math.min(100, (100 * drawnMa) / givesMa)}
        height="6"
        fill={isOver ? 'var(--fault)' : 'var(--ink)'}
      />
    </svg>
  );
};

const partsWords = ({ restMa, phantomMa }: UsbBillRow['items'][number]): string =>
  phantomMa > 0 ? ` (${figure(restMa, 0)} at rest, ${figure(phantomMa, 0)} for microphones)` : '';

/** What hangs on USB here: what each socket gives, what is drawn, the volts at the end of the lead. */
export const UsbBill = ({ device }: { device: string }) => {
  const { answer } = useAsked('usbBill', [device]);
  if (!answer || answer.length === 0) return null;
  return (
    <section aria-label="Power over USB" className="px-3 py-2">
      <h3 className="font-bold">Power over USB</h3>
      <ul className="space-y-1.5">
        {answer.map((row) => {
          const isOver = row.drawnMa > row.givesMa;
          return (
            <li key={`${row.device} ${row.socket}`} style={{ marginLeft: row.depth * 12 }}>
              <p className="flex items-baseline justify-between gap-2">
                <span>{row.socket}</span>
                <span className={`tabular ${isOver ? 'font-bold text-fault' : ''}`}>
                  {figure(row.drawnMa, 0)} of {quantity(row.givesMa, 'mA', 0)}
                  {isOver ? ', overdrawn' : ''}
                </span>
              </p>
              <Share drawnMa={row.drawnMa} givesMa={row.givesMa} />
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

import { figure } from '../look/figures';
import { useAsked } from '../store/use-asked';

/** Which stages make the hiss under a strand, and what a decibel more at each control would do about it. */
export const HissDetail = ({ strand }: { strand: string }) => {
  const { answer } = useAsked('hiss', [strand]);
  if (!answer || answer.shares.length === 0) return null;
  return (
    <section aria-label="Where the hiss is made">
      <h3 className="font-bold">Where the hiss is made</h3>
      <ul className="mt-1">
        {answer.shares.map(({ label, deviceName, share, overDb }) => (
          <li key={`${label} ${deviceName} ${overDb}`} className="border-t border-hair py-0.5">
            <div className="flex justify-between gap-3">
              <span className="min-w-0 truncate">
                {label}
                {deviceName && <span className="text-faint">, {deviceName}</span>}
              </span>
              <span className="whitespace-nowrap tabular-nums">{figure(share * 100, 0)} %</span>
            </div>
            <div aria-hidden className="h-[5px] bg-land" style={{ width: `${Math.max(1, share * 100)}%` }} />
          </li>
        ))}
      </ul>
      {answer.oneDb.length > 0 && (
        <p className="mt-1 text-[12.5px] text-faint">
          1 dB more at{' '}
          {answer.oneDb
            .map(
              ({ label, overNoiseDb }) =>
                `${label}: ${figure(Math.max(0, overNoiseDb), 1)} dB further over it`,
            )
            .join('; ')}
          .
        </p>
      )}
    </section>
  );
};

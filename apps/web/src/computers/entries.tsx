import { SAMPLE_RATES_HZ, setRate, type ComputerPage, type ListedEntry, type Rig } from '@diaphon/core';
import { count } from '../look/figures';
import { useEdit } from '../store/use-edit';

const waysWords = ({ inputs, outputs }: ListedEntry): string =>
  inputs > 0 ? `${inputs} in` : `${outputs} out`;

/** The sample rate a device is set to. */
const RateField = ({ rig, device }: { rig: Rig; device: string }) => {
  const edit = useEdit();
  const one = rig.devices.find(({ id }) => id === device);
  return (
    <select
      className="field"
      aria-label={`Sample rate of ${one?.name ?? device}`}
      value={one?.rateHz ?? ''}
      onChange={({ target }) => {
        const rateHz = SAMPLE_RATES_HZ.find((rate) => String(rate) === target.value);
        edit((now) => setRate(now, device, rateHz));
      }}
    >
      <option value="">at the rate it is asked for</option>
      {SAMPLE_RATES_HZ.map((rate) => (
        <option key={rate} value={rate}>
          at {rate / 1000} kHz
        </option>
      ))}
    </select>
  );
};

/** What the computer lists, as its programs offer it: one line for each stream and way. */
export const Entries = ({ rig, page }: { rig: Rig; page: ComputerPage }) => (
  <section aria-label="What it lists">
    <h3 className="font-bold">What it lists</h3>
    <p className="mb-1 text-[12.5px] text-faint">
      {count(page.entries.length, 'entry', 'entries')}. To be recorded, take one with channels in: a
      microphone with a headphone socket stands here twice.
    </p>
    <ul>
      {page.entries.map((entry, at) => (
        <li
          key={`${entry.device} ${entry.stream}`}
          className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1"
        >
          <span className="min-w-0 flex-1 basis-[180px]">{entry.label}</span>
          <span className="tabular">{waysWords(entry)}</span>
          {entry.device !== page.device && page.entries[at - 1]?.device !== entry.device && (
            <RateField rig={rig} device={entry.device} />
          )}
          <span className="basis-full text-[12.5px] text-faint">
            {entry.usedBy.length > 0 ? `used by ${entry.usedBy.join(', ')}` : 'used by nothing'}
          </span>
        </li>
      ))}
    </ul>
  </section>
);

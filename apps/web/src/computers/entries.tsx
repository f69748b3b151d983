import {
  setDriver,
  setHelper,
  setRate,
  setSlider,
  setSystemKind,
  SYSTEM_KINDS,
  type ComputerPage,
  type Device,
  type ListedEntry,
  type Rig,
} from '@diaphon/core';
import { RateField } from '../fields/rate-field';
import { count } from '../look/figures';
import { NumberField } from '../look/number-field';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';

const waysWords = ({ inputs, outputs }: ListedEntry): string =>
  inputs > 0 ? `${inputs} in` : `${outputs} out`;

/** The sample rate a device is set to. */
const DeviceRate = ({ rig, device }: { rig: Rig; device: string }) => {
  const edit = useEdit();
  const one = rig.devices.find(({ id }) => id === device);
  return (
    <RateField
      label={`Sample rate of ${one?.name ?? device}`}
      value={one?.rateHz}
      none="at the rate it is asked for"
      onChange={(rateHz) => edit((now) => setRate(now, device, rateHz))}
    />
  );
};

/** Whether its maker's driver is there, for what is not listed without one. */
const DriverField = ({ rig, device, driver }: { rig: Rig; device: string; driver: 'there' | 'missing' }) => {
  const edit = useEdit();
  const one = rig.devices.find(({ id }) => id === device);
  return (
    one && (
      <span className="basis-full">
        <Toggle
          label={`The driver of ${one.name} is installed`}
          on={driver === 'there'}
          onChange={(isThere) => edit((now) => setDriver(now, one, isThere))}
        />
      </span>
    )
  );
};

/** The computer's own slider for an entry, where it turns anything. */
const SliderField = ({ rig, entry }: { rig: Rig; entry: ListedEntry }) => {
  const edit = useEdit();
  const { device, stream, slider } = entry;
  const one = rig.devices.find(({ id }) => id === device);
  if (!one) return null;
  return slider.moves ? (
    <span className="flex items-center gap-1.5 text-[12.5px]">
      its slider
      <NumberField
        label={`The computer’s slider for ${entry.label}`}
        value={slider.db}
        min={-60}
        max={0}
        step={1}
        unit="dB"
        hideSlider
        hideLabel
        onChange={(db) =>
          edit((now) => setSlider(now, one, stream, db), { key: `slider ${device} ${stream}` })
        }
      />
    </span>
  ) : (
    <span className="text-[12.5px] text-faint">its slider turns nothing: use its own knob</span>
  );
};

/** What its system does of itself, on which it depends what is listed. */
const SystemKindFields = ({ computer, needsHelper }: { computer: Device; needsHelper: boolean }) => {
  const edit = useEdit();
  return (
    <div className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-1">
      <label>
        Its system{' '}
        <select
          className="field"
          value={computer.system?.kind ?? SYSTEM_KINDS[0]}
          onChange={({ target }) => {
            const kind = SYSTEM_KINDS.find((one) => one === target.value);
            edit((now) => setSystemKind(now, computer, kind === SYSTEM_KINDS[0] ? undefined : kind));
          }}
        >
          {SYSTEM_KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
      </label>
      {needsHelper && (
        <Toggle
          label="The helper is installed"
          on={computer.system?.lacksHelper !== true}
          onChange={(isThere) => edit((now) => setHelper(now, computer, isThere))}
        />
      )}
    </div>
  );
};

/** What the computer lists, as its programs offer it: one line for each stream and way. */
export const Entries = ({ rig, page }: { rig: Rig; page: ComputerPage }) => {
  const computer = rig.devices.find(({ id }) => id === page.device);
  return (
    <section aria-label="What it lists">
      <h3 className="font-bold">What it lists</h3>
      {computer && <SystemKindFields computer={computer} needsHelper={page.needsHelper} />}
      <p className="mb-1 text-[12.5px] text-faint">
        {count(page.entries.length, 'entry', 'entries')}. To be recorded, take one with channels in: a
        microphone with a headphone socket stands here twice.
      </p>
      <ul>
        {page.entries.map((entry, at) => (
          <Entry
            key={`${entry.device} ${entry.stream}`}
            rig={rig}
            entry={entry}
            hasFields={entry.device !== page.device && page.entries[at - 1]?.device !== entry.device}
          />
        ))}
      </ul>
    </section>
  );
};

const Entry = ({ rig, entry, hasFields }: { rig: Rig; entry: ListedEntry; hasFields: boolean }) => (
  <li className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1">
    <span className="min-w-0 flex-1 basis-[180px]">{entry.label}</span>
    <span className="tabular">
      {entry.driver === 'missing' ? <b className="text-fault">not listed</b> : waysWords(entry)}
    </span>
    {hasFields && <DeviceRate rig={rig} device={entry.device} />}
    {hasFields && entry.driver && <DriverField rig={rig} device={entry.device} driver={entry.driver} />}
    <span className="flex basis-full flex-wrap items-center gap-x-3">
      <span className="min-w-0 flex-1 text-[12.5px] text-faint">
        {entry.usedBy.length > 0 ? `used by ${entry.usedBy.join(', ')}` : 'used by nothing'}
      </span>
      <SliderField rig={rig} entry={entry} />
    </span>
  </li>
);

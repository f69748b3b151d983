import {
  sharedName,
  USUAL_BATTERY,
  withPower,
  withSlider,
  withUsb,
  type DeviceModel,
  type Port,
} from '@diaphon/core';
import { OptionalNumber } from '../look/optional-number';

interface ModelUsbProps {
  model: DeviceModel;
  onChange: (model: DeviceModel) => void;
}

interface ChoiceProps {
  label: string;
  /** Whose it is, where the label alone does not tell. */
  of?: string;
  value: string;
  options: readonly (readonly [value: string, words: string])[];
  onChange: (value: string) => void;
}

const Choice = ({ label, of, value, options, onChange }: ChoiceProps) => (
  <label>
    {label}
    <select
      className="field block w-full"
      aria-label={of ? `${label} of ${of}` : label}
      value={value}
      onChange={({ target }) => onChange(target.value)}
    >
      {options.map(([one, words]) => (
        <option key={one} value={one}>
          {words}
        </option>
      ))}
    </select>
  </label>
);

const SPEEDS = [
  ['high', 'High speed, 480 Mb/s'],
  ['full', 'Full speed, 12 Mb/s'],
] as const;
const TRANSLATORS = [
  ['one', 'One for all its sockets'],
  ['one for each socket', 'One for each socket'],
] as const;
const SLIDERS = [
  ['', 'Turns its level'],
  ['locked', 'Moves, and turns nothing'],
  ['missing', 'Is not there'],
] as const;

/** Sockets that share something inside a computer have the same word for it. */
const Shared = ({
  label,
  of,
  value,
  onChange,
}: {
  label: string;
  of: string;
  value: string;
  onChange: (word: string | undefined) => void;
}) => (
  <label>
    {label}
    <input
      aria-label={`${label} of ${of}`}
      className="field block w-full"
      defaultValue={value}
      maxLength={40}
      placeholder="not stated"
      onBlur={({ target }) => {
        const word = sharedName(target.value);
        target.value = word ?? '';
        if (word !== (value || undefined)) onChange(word);
      }}
    />
  </label>
);

const Socket = ({ model, port, onChange }: ModelUsbProps & { port: Port }) => {
  const { usb } = port;
  if (!usb || usb.version === '1394') return null;
  const { role } = usb;
  const set = (change: Parameters<typeof withUsb>[2]) => onChange(withUsb(model, port.id, change));
  return (
    <li className="grid grid-cols-4 gap-2 border-t border-hair py-1 max-[1000px]:grid-cols-2">
      <b className="self-center">{port.label}</b>
      {(role === 'device' || role === 'hub-up') && (
        <Choice
          label="Speed"
          of={port.label}
          value={usb.speed ?? 'high'}
          options={SPEEDS}
          onChange={(speed) => set({ speed: speed === 'full' ? 'full' : undefined })}
        />
      )}
      {role === 'hub-up' && (
        <Choice
          label="Translators for full speed"
          of={port.label}
          value={usb.translators ?? 'one'}
          options={TRANSLATORS}
          onChange={(one) => set({ translators: one === 'one' ? undefined : 'one for each socket' })}
        />
      )}
      {(role === 'host' || role === 'hub-down') && (
        <OptionalNumber
          label="Gives"
          of={port.label}
          value={usb.gives}
          min={0}
          max={10_000}
          unit="mA"
          empty="as is usual"
          onChange={(gives) => set({ gives })}
        />
      )}
      {role === 'host' && (
        <>
          <Shared
            label="Controller"
            of={port.label}
            value={usb.controller ?? ''}
            onChange={(controller) => set({ controller })}
          />
          <Shared
            label="Hub inside"
            of={port.label}
            value={usb.insideHub ?? ''}
            onChange={(insideHub) => set({ insideHub })}
          />
        </>
      )}
    </li>
  );
};

const Battery = ({ model, onChange }: ModelUsbProps) => {
  const set = (key: keyof typeof USUAL_BATTERY) => (value: number | undefined) =>
    onChange(
      withPower(model, {
        battery: value === undefined ? undefined : { ...USUAL_BATTERY, ...model.battery, [key]: value },
      }),
    );
  return (
    <>
      <OptionalNumber
        label="A full set of batteries holds"
        value={model.battery?.wattHours}
        min={0.01}
        max={10_000}
        unit="Wh"
        empty="not stated"
        onChange={set('wattHours')}
      />
      <OptionalNumber
        label="It lives on, nothing extra on"
        value={model.battery?.restMilliwatts}
        min={0.1}
        max={1e6}
        unit="mW"
        empty="not stated"
        onChange={set('restMilliwatts')}
      />
    </>
  );
};

/** What a model says of USB, drivers and batteries: all of it may be left as is usual. */
export const ModelUsb = (props: ModelUsbProps) => {
  const { model, onChange } = props;
  const sockets = model.ports.filter(({ usb }) => usb && usb.version !== '1394');
  const isListed = model.streams.length > 0 && model.kind !== 'computer';
  const isOnBus = sockets.some(({ usb }) => usb?.role === 'device');
  if (sockets.length === 0 && model.supply !== 'battery') return null;
  return (
    <section aria-label="Power and USB" className="card px-3 py-2">
      <h2 className="font-bold">Power and USB</h2>
      <div className="grid grid-cols-4 gap-2 py-1 max-[1000px]:grid-cols-2">
        {isListed && (
          <Choice
            label="A computer lists it"
            value={model.needsDriver ? 'driver' : ''}
            options={[
              ['', 'By itself'],
              ['driver', 'With its maker’s driver'],
            ]}
            onChange={(value) => onChange(withPower(model, { needsDriver: value ? true : undefined }))}
          />
        )}
        {isOnBus && (
          <OptionalNumber
            label="Draws from USB at rest"
            value={model.busMilliamps}
            min={0}
            max={5000}
            unit="mA"
            empty="as assumed"
            onChange={(busMilliamps) => onChange(withPower(model, { busMilliamps }))}
          />
        )}
        {model.supply === 'battery' && <Battery {...props} />}
        {isListed &&
          model.streams
            .filter(({ direction }) => direction === 'to-computer')
            .map((stream) => (
              <Choice
                key={stream.id}
                label={`The computer’s slider for ${stream.label}`}
                value={stream.slider ?? ''}
                options={SLIDERS}
                onChange={(value) =>
                  onChange(
                    withSlider(
                      model,
                      stream.id,
                      value === 'locked' || value === 'missing' ? value : undefined,
                    ),
                  )
                }
              />
            ))}
      </div>
      <ul>
        {sockets.map((port) => (
          <Socket key={port.id} {...props} port={port} />
        ))}
      </ul>
    </section>
  );
};

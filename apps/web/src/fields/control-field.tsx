import { panWords, setControl, settingOf, type Control, type Device } from '@diaphon/core';
import { Choice } from '../look/choice';
import { FaderField } from '../look/fader-field';
import { NumberField } from '../look/number-field';
import { KnobField } from './knob-field';
import { Toggle } from '../look/toggle';
import { useEdit } from '../store/use-edit';

/** One knob, switch or choice of a device. */
export const ControlField = ({
  device,
  control,
  label,
}: {
  device: Device;
  control: Control;
  label?: string;
}) => {
  const edit = useEdit();
  const value = settingOf(device, control);
  const set = (next: number | boolean | string, key?: string) =>
    edit((rig) => setControl(rig, device.id, control.id, next), key ? { key } : {});
  const shown = label ?? control.label;
  switch (control.kind) {
    case 'gain':
    case 'trim':
      return (
        <div>
          <NumberField
            label={shown}
            value={Number(value)}
            min={control.minDb}
            max={control.maxDb}
            step={control.stepDb}
            unit="dB"
            note={`${control.minDb} to ${control.maxDb} dB`.replace(/-/g, '−')}
            onChange={(next) => set(next, `${device.id} ${control.id}`)}
          />
          {control.kind === 'gain' && (
            <KnobField
              label={shown}
              control={control}
              value={Number(value)}
              onChange={(next) => set(next, `${device.id} ${control.id}`)}
            />
          )}
        </div>
      );
    case 'fader':
      return (
        <FaderField
          label={shown}
          value={typeof value === 'number' ? value : 'off'}
          min={control.minDb}
          max={control.maxDb}
          step={control.stepDb}
          onChange={(next) => set(next, `${device.id} ${control.id}`)}
        />
      );
    case 'pan':
      return (
        <NumberField
          label={shown}
          value={Number(value)}
          min={-100}
          max={100}
          step={1}
          unit="%"
          note={panWords(Number(value))}
          onChange={(next) => set(next, `${device.id} ${control.id}`)}
        />
      );
    case 'switch':
      return <Toggle label={shown} on={value === true} onChange={set} />;
    case 'choice':
      return (
        <Choice
          label={shown}
          value={String(value)}
          options={control.options.map((option) => ({ value: option, label: option }))}
          onChange={set}
        />
      );
  }
};

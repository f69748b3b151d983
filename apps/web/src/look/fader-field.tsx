import { useId } from 'react';
import { NumberField } from './number-field';

interface FaderFieldProps {
  label: string;
  value: number | 'off';
  min: number;
  max: number;
  step: number;
  onChange: (value: number | 'off') => void;
}

/** A level that can be off: a box to tick, and its decibels while it is ticked. */
export const FaderField = ({ label, value, min, max, step, onChange }: FaderFieldProps) => {
  const id = useId();
  const isOn = value !== 'off';
  return (
    <div className="flex min-h-[34px] items-center gap-2">
      <input
        id={id}
        type="checkbox"
        className="size-[18px] shrink-0 accent-current"
        checked={isOn}
        onChange={() => onChange(isOn ? 'off' : Math.min(max, Math.max(min, 0)))}
      />
      <label htmlFor={id} className="min-w-0 flex-1 text-[13px] leading-tight">
        {label}
        {!isOn && <span className="text-faint">: off</span>}
      </label>
      {isOn && (
        <NumberField
          label={`${label}, level`}
          hideLabel
          hideSlider
          value={value}
          min={min}
          max={max}
          step={step}
          unit="dB"
          onChange={onChange}
        />
      )}
    </div>
  );
};

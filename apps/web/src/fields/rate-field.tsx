import { rateText, SAMPLE_RATES_HZ, type SampleRateHz } from '@diaphon/core';

interface RateFieldProps {
  label: string;
  value: SampleRateHz | undefined;
  /** What it is called to have set none. */
  none: string;
  onChange: (rateHz: SampleRateHz | undefined) => void;
}

/** A sample rate, or none that is set. */
export const RateField = ({ label, value, none, onChange }: RateFieldProps) => (
  <select
    className="field"
    aria-label={label}
    value={value ?? ''}
    onChange={({ target }) => onChange(SAMPLE_RATES_HZ.find((rate) => String(rate) === target.value))}
  >
    <option value="">{none}</option>
    {SAMPLE_RATES_HZ.map((rate) => (
      <option key={rate} value={rate}>
        at {rateText(rate)}
      </option>
    ))}
  </select>
);

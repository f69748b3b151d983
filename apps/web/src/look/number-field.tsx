import { useEffect, useId, useState } from 'react';
import { readNumber, snapTo } from './number-input';

interface NumberFieldProps {
  label: string;
  value: number;
  min: number;
  max: number;
  step: number;
  unit: string;
  onChange: (value: number) => void;
  /** Words read out with the value, and shown under it. */
  note?: string;
  hideSlider?: boolean;
  hideLabel?: boolean;
}

/**
 * A value by number and by fine slider. Typing takes effect at once when it makes sense; what does not make sense
 * stays in the field with the reason, and nothing changes.
 */
export const NumberField = (props: NumberFieldProps) => {
  const { label, value, min, max, step, unit, onChange, note, hideSlider, hideLabel } = props;
  const id = useId();
  const [text, setText] = useState(String(value));
  const [isTyping, setIsTyping] = useState(false);
  useEffect(() => {
    if (!isTyping) setText(String(value));
  }, [value, isTyping]);

  const isWrong = isTyping && readNumber(text, props) === undefined;
  const type = (next: string) => {
    setText(next);
    const number = readNumber(next, props);
    if (number !== undefined) onChange(snapTo(number, props));
  };

  return (
    <div className="flex flex-col gap-0.5">
      <label htmlFor={id} className={hideLabel ? 'sr-only' : 'text-[13px]'}>
        {label}
      </label>
      <div className="flex items-center gap-2">
        <span className="field flex items-center gap-1 !px-0">
          <input
            id={id}
            inputMode="decimal"
            className="w-[4.2em] bg-transparent px-2 text-right"
            value={text}
            aria-invalid={isWrong}
            aria-describedby={`${id}-note`}
            onFocus={() => setIsTyping(true)}
            onBlur={() => setIsTyping(false)}
            onChange={(event) => type(event.target.value)}
            onKeyDown={(event) => {
              const turn = event.key === 'ArrowUp' ? step : event.key === 'ArrowDown' ? -step : 0;
              if (turn === 0) return;
              event.preventDefault();
              const next = snapTo(value + turn * (event.shiftKey ? 10 : 1), props);
              onChange(next);
              setText(String(next));
            }}
          />
          <span className="pr-2 text-faint">{unit}</span>
        </span>
        {!hideSlider && (
          <input
            type="range"
            aria-label={`${label}, slider`}
            className="h-6 min-w-0 flex-1"
            min={min}
            max={max}
            step={step}
            value={value}
            onChange={(event) => onChange(Number(event.target.value))}
          />
        )}
      </div>
      <p id={`${id}-note`} className={`text-[12px] ${isWrong ? 'text-fault' : 'text-faint'}`}>
        {isWrong ? `Write a number from ${min} to ${max} ${unit}.` : note}
      </p>
    </div>
  );
};

import { useEffect, useId, useState } from 'react';
import { readNumber } from './number-input';

interface OptionalNumberProps {
  label: string;
  /** Whose it is, where the label alone does not tell. */
  of?: string;
  value: number | undefined;
  min: number;
  max: number;
  unit: string;
  /** What counts while it is left empty. */
  empty: string;
  onChange: (value: number | undefined) => void;
}

/** A number that may be left open; what makes no sense stays in the field with the reason, and changes nothing. */
export const OptionalNumber = ({
  label,
  of,
  value,
  min,
  max,
  unit,
  empty,
  onChange,
}: OptionalNumberProps) => {
  const id = useId();
  const shown = value === undefined ? '' : String(value);
  const [text, setText] = useState(shown);
  const [isTyping, setIsTyping] = useState(false);
  useEffect(() => {
    if (!isTyping) setText(shown);
  }, [shown, isTyping]);
  const read = (typed: string) => readNumber(typed, { min, max });
  const isWrong = text.trim() !== '' && read(text) === undefined;
  return (
    <div>
      <label htmlFor={id}>{label}</label>
      <span className="field flex items-center gap-1 !px-0">
        <input
          id={id}
          aria-label={of ? `${label} of ${of}` : label}
          inputMode="decimal"
          className="w-full min-w-0 bg-transparent px-2 text-right"
          placeholder={empty}
          value={text}
          aria-invalid={isWrong}
          aria-describedby={`${id}-note`}
          onFocus={() => setIsTyping(true)}
          // What makes no sense stays in the field, with the reason.
          onBlur={() => setIsTyping(isWrong)}
          onChange={({ target }) => {
            setText(target.value);
            const number = read(target.value);
            if (target.value.trim() === '') onChange(undefined);
            else if (number !== undefined) onChange(number);
          }}
        />
        <span className="pr-2 text-faint">{unit}</span>
      </span>
      <p id={`${id}-note`} className="text-[12px] text-fault">
        {isWrong ? `Write a number from ${min} to ${max} ${unit}, or nothing.` : ''}
      </p>
    </div>
  );
};

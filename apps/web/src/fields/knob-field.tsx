import { gainFromKnob, knobFigure, knobUnit, type GainControl } from '@diaphon/core';
import { useEffect, useId, useState } from 'react';

/** Where a knob points, as it is printed round it; typed, it turns the gain. Nothing for a control that shows its dB itself. */
export const KnobField = ({
  label,
  control,
  value,
  onChange,
}: {
  label: string;
  control: GainControl;
  value: number;
  onChange: (db: number) => void;
}) => {
  const id = useId();
  const shown = knobFigure(control, value);
  const [text, setText] = useState(shown ?? '');
  const [isTyping, setIsTyping] = useState(false);
  useEffect(() => {
    if (!isTyping) setText(shown ?? '');
  }, [shown, isTyping]);
  if (shown === undefined || !control.knob) return null;
  const isWrong = isTyping && gainFromKnob(control, text) === undefined;
  return (
    <div className="flex flex-wrap items-center gap-2 text-[12.5px] text-faint">
      <label htmlFor={id}>
        Knob<span className="sr-only"> of {label}</span>
      </label>
      <span className="field flex items-center gap-1 !px-0">
        <input
          id={id}
          className="w-[4.2em] bg-transparent px-2 text-right text-ink"
          value={text}
          aria-invalid={isWrong}
          onFocus={() => setIsTyping(true)}
          onBlur={() => setIsTyping(false)}
          onChange={(event) => {
            setText(event.target.value);
            const db = gainFromKnob(control, event.target.value);
            if (db !== undefined) onChange(db);
          }}
        />
        <span className="pr-2">{knobUnit(control.knob)}</span>
      </span>
      {isWrong && (
        <span className="text-fault">
          Write it as it is printed, from {knobFigure(control, control.minDb)} to{' '}
          {knobFigure(control, control.maxDb)}.
        </span>
      )}
    </div>
  );
};

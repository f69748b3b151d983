import { useId } from 'react';

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: readonly { value: T; label: string }[];
  onChange: (value: T) => void;
  hideLabel?: boolean;
}

/** One of a few, side by side, as radio buttons. */
export const Choice = <T extends string>({ label, value, options, onChange, hideLabel }: ChoiceProps<T>) => {
  const name = useId();
  return (
    <fieldset className="min-w-0">
      <legend className={hideLabel ? 'sr-only' : 'text-[13px]'}>{label}</legend>
      <div className="flex flex-wrap">
        {options.map((option) => (
          <label
            key={option.value}
            className={`-ml-px min-h-[30px] cursor-pointer border px-2.5 py-1 first:ml-0 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-focus ${
              option.value === value
                ? 'border-ink bg-ink text-paper'
                : 'border-line bg-sheet hover:border-ink'
            }`}
          >
            <input
              type="radio"
              className="sr-only"
              name={name}
              checked={option.value === value}
              onChange={() => onChange(option.value)}
            />
            {option.label}
          </label>
        ))}
      </div>
    </fieldset>
  );
};

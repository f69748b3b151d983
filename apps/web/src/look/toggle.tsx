import { Switch } from 'radix-ui';
import { useId } from 'react';

/** A switch that says in words how it stands. @param words what on and off mean here */
export const Toggle = ({
  label,
  on,
  words: [isOn, isOff] = ['on', 'off'],
  onChange,
}: {
  label: string;
  on: boolean;
  words?: [on: string, off: string];
  onChange: (on: boolean) => void;
}) => {
  const id = useId();
  return (
    <div className="flex min-h-[30px] items-center gap-2">
      <Switch.Root
        id={id}
        checked={on}
        onCheckedChange={onChange}
        className={`relative h-[22px] w-[44px] shrink-0 border ${on ? 'border-ink bg-ink' : 'border-line bg-sheet'}`}
      >
        <Switch.Thumb
          className={`block h-[16px] w-[16px] translate-x-[2px] border border-ink bg-paper data-[state=checked]:translate-x-[23px]`}
        />
      </Switch.Root>
      <label htmlFor={id} className="text-[13px]">
        {label}: <b>{on ? isOn : isOff}</b>
      </label>
    </div>
  );
};

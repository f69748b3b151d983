import { lookup, type Rig, type StrandRow } from '@diaphon/core';
import { useId } from 'react';

/** Where sounds end: a program, or a device. */
export interface Destination {
  key: string;
  name: string;
}

const keyOf = ({ at }: StrandRow): string | undefined => at && (at.app ?? at.device);

/** Every place a sound ends at, in the order they are listed; by the names an operator gave. */
export const destinationsOf = (rig: Rig, rows: readonly StrandRow[]): Destination[] => {
  const find = lookup(rig);
  const named = rows.flatMap((row): [string, string][] => {
    const key = keyOf(row);
    const device = find.device(row.at?.device ?? '')?.name ?? '';
    const app = find.app(row.at?.app ?? '')?.name;
    return key === undefined ? [] : [[key, app === undefined ? device : `${app} on ${device}`]];
  });
  return [...new Map(named)].map(([key, name]) => ({ key, name }));
};

/** What ends there; everything where no destination is chosen, or the chosen one is gone. */
export const rowsAt = (rows: readonly StrandRow[], destination: string): StrandRow[] => {
  const there = rows.filter((row) => keyOf(row) === destination);
  return there.length > 0 ? there : [...rows];
};

/** Chooses whose levels are looked at: all destinations, or one. */
export const DestinationField = ({
  destinations,
  value,
  onChange,
}: {
  destinations: readonly Destination[];
  value: string;
  onChange: (key: string) => void;
}) => {
  const id = useId();
  return (
    <div className="px-3 pt-3">
      <label htmlFor={id} className="block text-[13px]">
        Heard at
      </label>
      <select
        id={id}
        className="field w-full"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        <option value="">Every destination</option>
        {destinations.map(({ key, name }) => (
          <option key={key} value={key}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
};

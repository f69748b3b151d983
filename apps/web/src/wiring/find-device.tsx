import type { Rig } from '@diaphon/core';
import { useId } from 'react';

/** Finds a device by typing its name; choosing it selects it and brings it into sight. */
export const FindDevice = ({ rig, onFound }: { rig: Rig; onFound: (device: string) => void }) => {
  const id = useId();
  const find = (text: string) => {
    const found = rig.devices.find(({ name }) => name === text);
    if (found) onFound(found.id);
    return found !== undefined;
  };
  return (
    <>
      <input
        className="field w-[150px]"
        list={id}
        aria-label="Find a device on the chart"
        placeholder="Find a device"
        onChange={(event) => {
          if (find(event.target.value)) event.target.value = '';
        }}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          const text = event.currentTarget.value.trim().toLowerCase();
          const first = text && rig.devices.find(({ name }) => name.toLowerCase().includes(text));
          if (first) {
            onFound(first.id);
            event.currentTarget.value = '';
          }
        }}
      />
      <datalist id={id}>
        {rig.devices.map((device) => (
          <option key={device.id} value={device.name} />
        ))}
      </datalist>
    </>
  );
};

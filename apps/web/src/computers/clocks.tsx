import {
  CLOCK_SOURCES,
  setClock,
  type ClockRow,
  type ClockSource,
  type ComputerPage,
  type Rig,
} from '@diaphon/core';
import { useEdit } from '../store/use-edit';

const SOURCE_WORDS = { own: 'by its own clock', incoming: 'by whatever comes in' };

/** A socket’s choice as the list names it; no source is called so. */
const atPort = (port: string): string => `at ${port}`;

const keyOf = (clock: ClockSource | undefined): string =>
  typeof clock === 'object' ? atPort(clock.port) : (clock ?? '');

const ClockField = ({ rig, row }: { rig: Rig; row: ClockRow }) => {
  const edit = useEdit();
  const choices: [label: string, clock: ClockSource | undefined][] = [
    ['nobody has set it', undefined],
    ...CLOCK_SOURCES.map((one): [string, ClockSource] => [SOURCE_WORDS[one], one]),
    ...row.inputs.map(({ port, label }): [string, ClockSource] => [`by ${label}`, { port }]),
  ];
  return (
    <select
      className="field"
      aria-label={`${row.name} counts`}
      value={keyOf(rig.devices.find(({ id }) => id === row.device)?.countsBy)}
      onChange={({ target }) => {
        const clock = choices.find(([, one]) => keyOf(one) === target.value)?.[1];
        edit((now) => setClock(now, row.device, clock));
      }}
    >
      {choices.map(([label, clock]) => (
        <option key={keyOf(clock)} value={keyOf(clock)}>
          {label}
        </option>
      ))}
    </select>
  );
};

/** Whose clock counts the samples of what hands sound on as data. */
export const Clocks = ({ rig, page: { clocks } }: { rig: Rig; page: ComputerPage }) =>
  clocks.length === 0 ? null : (
    <section aria-label="Whose clock counts">
      <h3 className="font-bold">Whose clock counts</h3>
      <p className="mb-1 text-[12.5px] text-faint">
        Sound handed on by light or S/PDIF is counted by one clock at both ends: one leads, the others follow
        what comes in with the sound, or a word clock.
      </p>
      <ul>
        {clocks.map((row) => (
          <li
            key={row.device}
            className="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-t border-line py-1"
          >
            <span className="min-w-0 flex-1 basis-[150px]">{row.name}</span>
            <span>{row.follows ? `follows ${row.follows}` : 'leads'}</span>
            {row.inputs.length > 0 && <ClockField rig={rig} row={row} />}
          </li>
        ))}
      </ul>
    </section>
  );

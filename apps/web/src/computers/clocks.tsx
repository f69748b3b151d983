import { CLOCK_SOURCES, setClock, type ClockRow, type ComputerPage, type Rig } from '@diaphon/core';
import { useEdit } from '../store/use-edit';

const SOURCE_WORDS = { own: 'by its own clock', incoming: 'by what comes in' };

const ClockField = ({ rig, row }: { rig: Rig; row: ClockRow }) => {
  const edit = useEdit();
  return (
    <select
      className="field"
      aria-label={`${row.name} counts`}
      value={rig.devices.find(({ id }) => id === row.device)?.countsBy ?? ''}
      onChange={({ target }) => {
        const clock = CLOCK_SOURCES.find((one) => one === target.value);
        edit((now) => setClock(now, row.device, clock));
      }}
    >
      <option value="">nobody has set it</option>
      {CLOCK_SOURCES.map((one) => (
        <option key={one} value={one}>
          {SOURCE_WORDS[one]}
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
        Sound handed on by light or S/PDIF is counted by one clock at both ends: one leads, the others follow.
      </p>
      <ul>
        {clocks.map((row) => (
          <li
            key={row.device}
            className="flex flex-wrap items-baseline gap-x-3 gap-y-1 border-t border-line py-1"
          >
            <span className="min-w-0 flex-1 basis-[150px]">{row.name}</span>
            <span>{row.follows ? `follows ${row.follows}` : 'leads'}</span>
            {row.canFollow && <ClockField rig={rig} row={row} />}
          </li>
        ))}
      </ul>
    </section>
  );

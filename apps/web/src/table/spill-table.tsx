import type { Rig, SpillCell, TablePage } from '@diaphon/core';
import { figure } from '../look/figures';
import { SeverityMark } from '../look/severity';

const cellTitle = ({ straightDb, roomDb, ownDb }: SpillCell): string =>
  `straight ${figure(straightDb, 0)} dB SPL, by the room ${figure(roomDb, 0)}; the voice it is for ${figure(ownDb, 0)}`;

const Cell = ({ cell }: { cell: SpillCell | undefined }) =>
  cell ? (
    <td className="py-1 pr-3 text-right whitespace-nowrap" title={cellTitle(cell)}>
      <span className={`inline-flex items-center gap-1 ${cell.isTooLoud ? 'font-bold text-caution' : ''}`}>
        {cell.isTooLoud && <SeverityMark severity="caution" size={13} label="too loud" />}
        {figure(cell.againstDb, 0)} dB
      </span>
    </td>
  ) : (
    <td className="py-1 pr-3 text-right text-faint">–</td>
  );

/** Who is heard in whose microphone: a row for each microphone, a column for each voice. */
export const SpillTable = ({ rig, page }: { rig: Rig; page: TablePage }) => {
  const people = rig.people.filter(({ id }) =>
    page.rows.some(({ owners, cells }) => owners.includes(id) || cells[id]),
  );
  const name = (id: string) => rig.people.find((one) => one.id === id)?.name ?? id;
  return (
    <section aria-label="Who is heard in whose microphone">
      <h3 className="font-bold">Who is heard in whose microphone</h3>
      <p className="text-faint">
        Against the voice it is for, straight and by the room. {figure(page.leastApartDb)} dB under or more is
        enough.
      </p>
      <div className="mt-1 overflow-x-auto">
        <table className="w-full">
          <thead>
            <tr className="border-b border-line align-bottom">
              <th scope="col" className="pr-3 text-left font-normal text-faint">
                Microphone
              </th>
              {people.map(({ id, name: who }) => (
                <th key={id} scope="col" className="max-w-[9em] truncate pr-3 text-right">
                  {who}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {page.rows.map(({ device, capsule, name: microphone, owners, cells }) => (
              <tr key={`${device} ${capsule}`} className="border-b border-hair">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {microphone} <span className="text-faint">of {owners.map(name).join(', ')}</span>
                </th>
                {people.map(({ id }) =>
                  owners.includes(id) ? (
                    <td key={id} className="py-1 pr-3 text-right text-faint">
                      the voice
                    </td>
                  ) : (
                    <Cell key={id} cell={cells[id]} />
                  ),
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
};

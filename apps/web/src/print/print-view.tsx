import { patchList, type PatchRow } from '@diaphon/core';
import { format } from 'date-fns';
import { useParams } from 'react-router';
import { count } from '../look/figures';
import { useAppSelector } from '../store/store';
import { PrintPage } from './print-page';

const Label = ({ row, end }: { row: PatchRow; end: 'from' | 'to' }) => {
  const from = [row.fromDevice, row.fromSocket] as const;
  const to = [row.toDevice, row.toSocket] as const;
  const [here, there] = end === 'from' ? [from, to] : [to, from];
  return (
    <li className="break-inside-avoid border border-dashed border-line p-2 text-[12px] leading-tight">
      <b className="block text-[14px]">
        {here[0] || 'free'} · {here[1] || 'end'}
      </b>
      <span className="block">
        other end: {there[0] || 'free'} · {there[1] || 'end'}
      </span>
      <span className="block text-faint">
        {row.kind}, {row.lengthM} m · {row.lead}
      </span>
    </li>
  );
};

/** What is taken to the desk on paper: the patch list, and a label for each end of each lead. */
export const PrintView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const rows = patchList(rig);
  return (
    <PrintPage
      title={`${rig.name}: patch list`}
      back={{ to: `/rigs/${id}/wiring`, words: 'Back to the wiring' }}
    >
      <p className="text-faint">
        {count(rows.length, 'lead')}, {format(new Date(), 'd MMMM yyyy')}. Monitors and gains down and phantom
        off before you plug or unplug; follow the makers’ manuals.
      </p>
      {rig.notes && <p className="mt-2 max-w-[80ch] whitespace-pre-line">{rig.notes}</p>}
      <table role="table" className="mt-3 w-full border-collapse max-[480px]:block">
        <thead className="max-[480px]:sr-only">
          <tr className="border-b-2 border-ink text-left">
            {['From', 'Socket', 'To', 'Socket', 'Lead', 'Length', 'Place'].map((heading, index) => (
              <th key={`${heading} ${index}`} scope="col" className="py-1 pr-2">
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody className="max-[480px]:block">
          {rows.map((row, index) => (
            <tr
              role="row"
              key={`${row.lead} ${index}`}
              className="break-inside-avoid border-b border-hair align-top max-[480px]:block max-[480px]:py-2"
            >
              <td className="py-1 pr-2 font-bold max-[480px]:inline-block">{row.fromDevice || 'free'}</td>
              <td className="py-1 pr-2 max-[480px]:inline-block">{row.fromSocket}</td>
              <td className="py-1 pr-2 font-bold max-[480px]:block max-[480px]:before:content-['→_']">
                {row.toDevice || 'free'}
                <span className="hidden font-normal max-[480px]:inline"> {row.toSocket}</span>
              </td>
              <td className="py-1 pr-2 max-[480px]:hidden">{row.toSocket}</td>
              <td className="py-1 pr-2 max-[480px]:inline-block">{row.kind}</td>
              <td className="py-1 pr-2 whitespace-nowrap max-[480px]:inline-block">{row.lengthM} m</td>
              <td className="py-1 max-[480px]:inline-block">{row.place}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <h2 className="mt-6 text-[18px] font-bold print:break-before-page">Lead labels</h2>
      <ul className="mt-2 grid grid-cols-[repeat(auto-fill,minmax(230px,1fr))] gap-2">
        {rows.flatMap((row, index) =>
          (['from', 'to'] as const).map((end) => (
            <Label key={`${row.lead} ${index} ${end}`} row={row} end={end} />
          )),
        )}
      </ul>
    </PrintPage>
  );
};

import { patchList, type PatchRow } from '@diaphon/core';
import { format } from 'date-fns';
import { useParams } from 'react-router';
import { count } from '../look/figures';
import { QrCode } from '../look/qr-code';
import { shortCode } from '../look/short-code';
import { useDoorQuery } from '../server/server-api';
import { useAppSelector } from '../store/store';
import { PrintPage } from './print-page';

/** What a label carries for a camera, and for who types. */
const Code = ({ address, id }: { address: string; id: string }) => (
  <span className="shrink-0 text-center text-[11px] leading-none">
    <QrCode text={address} label={`QR code of ${shortCode(id)}`} size={62} />
    <b className="block">{shortCode(id)}</b>
  </span>
);

const LABEL =
  'flex break-inside-avoid items-start justify-between gap-2 border border-dashed border-line p-2 text-[12px] leading-tight';

const Label = ({ row, end, address }: { row: PatchRow; end: 'from' | 'to'; address: string }) => {
  const from = [row.fromDevice, row.fromSocket] as const;
  const to = [row.toDevice, row.toSocket] as const;
  const [here, there] = end === 'from' ? [from, to] : [to, from];
  return (
    <li className={LABEL}>
      <span className="min-w-0">
        <b className="block text-[14px]">
          {here[0] || 'free'} · {here[1] || 'end'}
        </b>
        <span className="block">
          other end: {there[0] || 'free'} · {there[1] || 'end'}
        </span>
        <span className="block text-faint">
          {row.kind}, {row.lengthM} m · {row.lead}
        </span>
      </span>
      <Code address={address} id={row.lead} />
    </li>
  );
};

const LABELS = 'mt-2 grid grid-cols-[repeat(auto-fill,minmax(250px,1fr))] gap-2';

/** What is taken to the desk on paper: the patch list, and a label for each device and each end of each lead. */
export const PrintView = () => {
  const { id } = useParams();
  const rig = useAppSelector((state) => state.rig.document)!;
  const rows = patchList(rig);
  // What a phone can open; where there is no such address yet, the codes still tell one lead from another.
  const { data: door } = useDoorQuery();
  const base = door?.addresses[0] ?? window.location.origin;
  const at = (what: 'lead' | 'device', of: string) =>
    `${base}/rigs/${id}/wiring?${what}=${encodeURIComponent(of)}`;
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
      <p className="text-faint">
        The code opens the lead on a phone that is let in; its four letters find it here, by Ctrl+K.
      </p>
      <ul className={LABELS}>
        {rows.flatMap((row, index) =>
          (['from', 'to'] as const).map((end) => (
            <Label key={`${row.lead} ${index} ${end}`} row={row} end={end} address={at('lead', row.lead)} />
          )),
        )}
      </ul>
      <h2 className="mt-6 text-[18px] font-bold">Device labels</h2>
      <ul className={LABELS}>
        {rig.devices.map(({ id: device, name, place }) => (
          <li key={device} className={LABEL}>
            <span className="min-w-0">
              <b className="block text-[14px]">{name}</b>
              <span className="block text-faint">{place}</span>
            </span>
            <Code address={at('device', device)} id={device} />
          </li>
        ))}
      </ul>
    </PrintPage>
  );
};

import {
  compareListing,
  isSameName,
  readListing,
  setListedAs,
  type ComputerPage,
  type ListedDevice,
  type ListingRow,
  type ListingState,
  type Rig,
} from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { useEdit } from '../store/use-edit';
import { readSoundDevices } from './sound-devices';

const STATE_WORDS: Record<ListingState, string> = {
  there: 'there',
  'other channels': 'other channels',
  missing: 'not listed',
  'not in the rig': 'not in the rig',
};

const Row = ({ rig, row, unlisted }: { rig: Rig; row: ListingRow; unlisted: readonly ListingRow[] }) => {
  const edit = useEdit();
  const isGood = row.state === 'there';
  return (
    <li className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1">
      <span className="min-w-0 flex-1 basis-[180px]">
        {row.name}
        {row.listedAs && !isSameName(row.listedAs, row.name) && (
          <span className="block text-[12.5px] text-faint">listed as {row.listedAs}</span>
        )}
      </span>
      <span className={isGood ? 'text-good' : 'font-bold text-fault'}>
        {row.words ?? STATE_WORDS[row.state]}
      </span>
      {row.state === 'not in the rig' && unlisted.length > 0 && (
        <select
          className="field basis-full"
          aria-label={`${row.name} is`}
          value=""
          onChange={({ target }) => {
            const device = rig.devices.find(({ id }) => id === target.value);
            if (device) edit((now) => setListedAs(now, device, row.name), { announce: true });
          }}
        >
          <option value="">It is one of the rig under another name …</option>
          {unlisted.map(({ device, name }) => (
            <option key={device} value={device}>
              {name}
            </option>
          ))}
        </select>
      )}
    </li>
  );
};

/** What a computer really lists, read from this browser or pasted, laid beside what the rig says hangs on it. */
export const ThisComputer = ({ rig, page }: { rig: Rig; page: ComputerPage }) => {
  const [read, setRead] = useState<ListedDevice[]>();
  const [text, setText] = useState('');
  const [failure, setFailure] = useState<string>();
  const lines = [...(read ?? []), ...readListing(text)];
  const rows = lines.length > 0 ? compareListing(rig, page, lines) : [];
  const unlisted = rows.filter(({ state }) => state === 'missing');
  const ask = () => {
    setFailure(undefined);
    readSoundDevices().then(setRead, (error: unknown) => setFailure((error as Error).message));
  };
  return (
    <section aria-label="What is really there">
      <h3 className="font-bold">What is really there</h3>
      <p className="mb-1 text-[12.5px] text-faint">
        Sitting at this computer, let the browser read what it lists; of another, paste the list, one device a
        line: “Mixer, 4 in, 2 out”. Nothing leaves this machine.
      </p>
      <Button onClick={ask}>Read what this computer lists</Button>
      <label className="mt-1.5 block">
        Or a pasted list
        <textarea
          className="field mt-0.5 block min-h-[64px] w-full"
          value={text}
          maxLength={20_000}
          onChange={({ target }) => setText(target.value)}
        />
      </label>
      <div role="status">
        {failure && <p className="text-fault">{failure}</p>}
        {read?.length === 0 && <p>This browser lists no sound device at all.</p>}
        {rows.length > 0 && (
          <ul className="mt-1.5">
            {rows.map((row) => (
              <Row key={`${row.device ?? ''} ${row.name}`} rig={rig} row={row} unlisted={unlisted} />
            ))}
          </ul>
        )}
      </div>
    </section>
  );
};

import type { ComputerPage, ListedEntry } from '@diaphon/core';
import { count } from '../look/figures';

const waysWords = ({ inputs, outputs }: ListedEntry): string =>
  inputs > 0 ? `${inputs} in` : `${outputs} out`;

/** What the computer lists, as its programs offer it: one line for each stream and way. */
export const Entries = ({ page }: { page: ComputerPage }) => (
  <section aria-label="What it lists">
    <h3 className="font-bold">What it lists</h3>
    <p className="mb-1 text-[12.5px] text-faint">
      {count(page.entries.length, 'entry', 'entries')}. To be recorded, take one with channels in: a
      microphone with a headphone socket stands here twice.
    </p>
    <ul>
      {page.entries.map((entry) => (
        <li
          key={`${entry.device} ${entry.stream}`}
          className="flex flex-wrap items-baseline gap-x-3 border-t border-line py-1"
        >
          <span className="min-w-0 flex-1 basis-[180px]">{entry.label}</span>
          <span className="tabular">{waysWords(entry)}</span>
          <span className="basis-full text-[12.5px] text-faint">
            {entry.usedBy.length > 0 ? `used by ${entry.usedBy.join(', ')}` : 'used by nothing'}
          </span>
        </li>
      ))}
    </ul>
  </section>
);

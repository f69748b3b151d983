import type { FeedsPage } from '@diaphon/core';
import { useRef, type KeyboardEvent } from 'react';
import { figure } from '../look/figures';
import { FeedMark, LOOK_COLOUR, lookOf } from './feed-mark';
import { cellWords, type Chosen } from './feed-words';

const STEPS: Record<string, [rows: number, columns: number]> = {
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
};

/** Who hears what: a row for each sound, a column for each listener. Arrow keys go from cell to cell. */
export const FeedsTable = ({
  page,
  chosen,
  onChoose,
}: {
  page: FeedsPage;
  chosen: Chosen | undefined;
  onChoose: (chosen: Chosen) => void;
}) => {
  const table = useRef<HTMLTableElement>(null);
  const move = (event: KeyboardEvent, row: number, at: number) => {
    const step = STEPS[event.key];
    if (!step) return;
    const next = table.current?.querySelector<HTMLButtonElement>(
      `[data-cell="${row + step[0]} ${at + step[1]}"]`,
    );
    if (!next) return;
    event.preventDefault();
    next.focus();
  };
  return (
    <section aria-label="Who hears what">
      <div className="overflow-x-auto">
        <table ref={table} className="min-w-full border-collapse">
          <thead>
            <tr className="align-bottom">
              <th scope="col" className="pr-3 text-left font-normal text-faint">
                Sound
              </th>
              {page.posts.map(({ id, name }) => (
                <th
                  key={id}
                  scope="col"
                  className="max-w-[90px] min-w-[64px] px-1 pb-1 text-[12px] leading-tight"
                >
                  <button
                    className={`w-full border px-0.5 font-bold hover:border-line ${chosen?.speaker === '' && chosen.post === id ? 'border-ink' : 'border-transparent'}`}
                    aria-label={`What ${name} hears`}
                    onClick={() => onChoose({ speaker: '', post: id })}
                  >
                    {name}
                  </button>
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {page.speakers.map(({ id, name }, row) => (
              <tr key={id} className="border-t border-hair">
                <th
                  scope="row"
                  className="max-w-[180px] truncate py-0.5 pr-3 text-left font-normal"
                  title={name}
                >
                  <button
                    className={`max-w-full truncate border px-0.5 text-left hover:border-line ${chosen?.speaker === id && chosen.post === '' ? 'border-ink' : 'border-transparent'}`}
                    aria-label={`Where ${name} is heard`}
                    onClick={() => onChoose({ speaker: id, post: '' })}
                  >
                    {name}
                  </button>
                </th>
                {page.posts.map((post, at) => {
                  const cell = page.rows[row]![at]!;
                  const look = lookOf(cell);
                  const isChosen = chosen?.speaker === id && chosen.post === post.id;
                  return (
                    <td key={post.id} className="p-0 text-center">
                      <button
                        data-cell={`${row} ${at}`}
                        aria-label={cellWords(page, row, at)}
                        aria-pressed={isChosen}
                        title={cellWords(page, row, at)}
                        className={`flex min-h-[30px] w-full items-center justify-center gap-1 border px-1 hover:border-line ${isChosen ? 'border-ink' : 'border-transparent'}`}
                        style={{ color: LOOK_COLOUR[look] }}
                        onKeyDown={(event) => move(event, row, at)}
                        onClick={() => onChoose({ speaker: id, post: post.id })}
                      >
                        <FeedMark look={look} size={14} />
                        <span className="text-[12px]">
                          {cell.level === undefined
                            ? look === 'missing'
                              ? 'missing'
                              : ''
                            : `${figure(cell.level, 0)}${cell.again ? ' ×2' : ''}`}
                        </span>
                      </button>
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
};

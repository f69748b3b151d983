import { COMES_WITH, modelById, rigOfPieces } from '@diaphon/core';
import { Minus, Plus } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useNavigate } from 'react-router';
import { ConnectorFace } from '../look/connector-face';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { count as quantityOf } from '../look/figures';
import { Toggle } from '../look/toggle';
import { ErrorWords } from '../page/failure';
import { TopBar } from '../page/top-bar';
import { explain } from '../server/call';
import { useCreateMutation } from '../server/server-api';
import { PiecePicture } from './piece-picture';
import {
  BY_SIGHT,
  EMPTY,
  isBare,
  keepTable,
  keptTable,
  voiceCount,
  withList,
  withMore,
  type Table,
} from './table';
import { TEMPLATES } from './templates';

type Change = (next: Table) => void;

/** One more, one fewer, and how many there are. */
const Stepper = ({ name, count, onStep }: { name: string; count: number; onStep: (by: number) => void }) => (
  <span className="flex shrink-0 items-center gap-1">
    <Button kind="quiet" aria-label={`One ${name} fewer`} onClick={() => onStep(-1)} disabled={count === 0}>
      <Minus size={15} aria-hidden />
    </Button>
    <b className="w-[1.6em] text-center tabular-nums">{count}</b>
    <Button kind="quiet" aria-label={`One ${name} more`} onClick={() => onStep(1)}>
      <Plus size={15} aria-hidden />
    </Button>
  </span>
);

const Templates = ({ onTake }: { onTake: (text: string) => void }) => (
  <section aria-labelledby="templates">
    <h2 id="templates" className="mb-1 font-bold">
      Like one of these
    </h2>
    <ul className="flex flex-wrap gap-1.5">
      {TEMPLATES.map(({ id, name, text }) => (
        <li key={id}>
          <Button title={text} onClick={() => onTake(text)}>
            {name}
          </Button>
        </li>
      ))}
    </ul>
  </section>
);

const Pasted = ({ table, onChange }: { table: Table; onChange: Change }) => (
  <section aria-labelledby="pasted">
    <h2 id="pasted" className="mb-1 font-bold">
      Or say it
    </h2>
    <form
      className="flex items-start gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        onChange(withList(table, table.text));
      }}
    >
      <textarea
        aria-label="What is on the table, in your words"
        className="field min-h-[56px] flex-1"
        placeholder="2 condenser mics, small mixer with USB, laptop, a caller"
        maxLength={4000}
        value={table.text}
        onChange={(event) => onChange({ ...table, text: event.target.value })}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey))
            onChange(withList(table, table.text));
        }}
      />
      <Button type="submit" disabled={table.text.trim() === ''}>
        Put it down
      </Button>
    </form>
    <p role="status">
      {table.unknown.length > 0 && (
        <span className="text-caution">
          Not understood: {table.unknown.join(', ')}. Say it otherwise, or pick it by sight.
        </span>
      )}
    </p>
  </section>
);

const BySight = ({ table, onChange }: { table: Table; onChange: Change }) => (
  <section aria-labelledby="sight">
    <h2 id="sight" className="mb-1 font-bold">
      Or pick it by sight
    </h2>
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(150px,1fr))] gap-1.5">
      {BY_SIGHT.flatMap(({ kind, models }) =>
        models.map((id) => {
          const model = modelById(id);
          const program = COMES_WITH[id];
          const plugs = [...new Set(model.ports.map(({ connector }) => connector))].slice(0, 4);
          return (
            <li key={id}>
              <Button
                className="h-full w-full !flex-col !items-start"
                aria-label={`Put down: ${model.name}`}
                onClick={() => onChange(withMore(table, id, 1, program))}
              >
                <span className="flex w-full items-center justify-between gap-1">
                  <PiecePicture kind={kind} model={id} />
                  <span className="flex flex-wrap justify-end gap-0.5">
                    {plugs.map((connector) => (
                      <ConnectorFace key={connector} id={connector} size={15} />
                    ))}
                  </span>
                </span>
                <span className="text-left text-[13px] leading-tight">{model.name}</span>
              </Button>
            </li>
          );
        }),
      )}
    </ul>
  </section>
);

const OnTheTable = ({ table, onChange }: { table: Table; onChange: Change }) => (
  <>
    <ul aria-label="On the table" className="divide-y divide-hair">
      {table.pieces.map(({ model: id, count, program }) => {
        const model = modelById(id);
        return (
          <li key={`${id} ${program ?? ''}`} className="flex items-center gap-2 py-1">
            <PiecePicture kind={model.kind} model={id} size={36} />
            <span className="min-w-0 flex-1">{model.name}</span>
            <Stepper
              name={model.name}
              count={count}
              onStep={(by) => onChange(withMore(table, id, by, program))}
            />
          </li>
        );
      })}
    </ul>
    {isBare(table) && (
      <p className="py-3 text-faint">
        Nothing yet. Take a desk like yours, say what you have, or pick it by sight.
      </p>
    )}
  </>
);

/** Who is heard, and by whom: names for the voices, callers, an audience. */
const WhoIsThere = ({ table, onChange }: { table: Table; onChange: Change }) => {
  const voices = voiceCount(table);
  return (
    <div className="space-y-2">
      {voices > 0 && (
        <fieldset>
          <legend className="font-bold">Who speaks</legend>
          <div className="grid grid-cols-2 gap-1.5">
            {Array.from({ length: voices }, (_, at) => (
              <input
                key={at}
                aria-label={`Name of voice ${at + 1}`}
                className="field w-full"
                placeholder={`Voice ${at + 1}`}
                maxLength={80}
                value={table.voices[at] ?? ''}
                onChange={(event) => {
                  const next = Array.from(
                    { length: Math.max(voices, at + 1) },
                    (_v, n) => table.voices[n] ?? '',
                  );
                  onChange({ ...table, voices: next.with(at, event.target.value) });
                }}
              />
            ))}
          </div>
        </fieldset>
      )}
      <div className="flex items-center gap-2">
        <span className="flex-1">Callers on the line</span>
        <Stepper
          name="caller"
          count={table.callers}
          onStep={(by) => onChange({ ...table, callers: Math.min(9, Math.max(0, table.callers + by)) })}
        />
      </div>
      <Toggle
        label="Live stream"
        on={table.streams}
        words={['yes', 'no']}
        onChange={(streams) => onChange({ ...table, streams })}
      />
    </div>
  );
};

/** A new rig: what is on the table, who is there; then it is wired, or left to be wired by hand. */
export const NewRigView = () => {
  const navigate = useNavigate();
  const [create, { isLoading }] = useCreateMutation();
  const [table, setTable] = useState(keptTable);
  const [failure, setFailure] = useState<unknown>(null);
  const change: Change = (next) => {
    setTable(next);
    keepTable(next);
  };
  useEffect(() => {
    document.title = 'New rig · Diaphon';
  }, []);
  const make = async (isWired: boolean) => {
    try {
      const name = table.name.trim() || 'My studio';
      const parts = table.pieces.map((piece) => ({ ...piece, words: '' }));
      const document = rigOfPieces({ ...table, parts }, name, table.voices);
      const made = await create({ name, document }).unwrap();
      keepTable(null);
      await navigate(`/rigs/${made.id}/wiring${isWired ? '?wire=it' : ''}`);
    } catch (reason) {
      setFailure(reason);
    }
  };
  return (
    <div className="flex h-full flex-col">
      <TopBar>
        <h1 className="text-[16px]">What is on the table?</h1>
      </TopBar>
      <main
        className={`flex min-h-0 flex-1 max-[820px]:overflow-y-auto ${isBare(table) ? 'max-[820px]:flex-col' : 'max-[820px]:flex-col-reverse'}`}
      >
        <div className="min-w-0 flex-1 space-y-4 overflow-y-auto p-4 max-[820px]:overflow-visible">
          <Templates
            onTake={(text) => change(withList({ ...EMPTY, name: table.name, voices: table.voices }, text))}
          />
          <Pasted table={table} onChange={change} />
          <BySight table={table} onChange={change} />
          <p>
            <ButtonLink to="/advice">I have nothing yet</ButtonLink>
          </p>
        </div>
        <section
          aria-label="The table"
          className="flex w-[400px] shrink-0 flex-col border-l border-line max-[820px]:w-full max-[820px]:border-b max-[820px]:border-l-0"
        >
          <div className="min-h-0 flex-1 space-y-3 overflow-y-auto p-4 max-[820px]:overflow-visible">
            <OnTheTable table={table} onChange={change} />
            {!isBare(table) && <WhoIsThere table={table} onChange={change} />}
          </div>
          <form
            className="space-y-2 border-t border-line bg-sheet p-4"
            onSubmit={(event) => {
              event.preventDefault();
              void make(!isBare(table));
            }}
          >
            <label className="block">
              Name
              <input
                className="field mt-0.5 block w-full"
                maxLength={200}
                placeholder="Thursday interviews"
                value={table.name}
                onChange={(event) => change({ ...table, name: event.target.value })}
              />
            </label>
            {failure !== null && <ErrorWords error={explain(failure)} />}
            <div className="flex flex-wrap gap-2">
              <Button
                kind="main"
                type={isBare(table) ? 'button' : 'submit'}
                disabled={isBare(table) || isLoading}
              >
                Wire it
              </Button>
              <Button
                disabled={isLoading}
                {...(isBare(table) ? { type: 'submit' } : { onClick: () => void make(false) })}
              >
                {isBare(table) ? 'Start empty' : 'Wire it by hand'}
              </Button>
              {!isBare(table) && (
                <Button kind="quiet" onClick={() => change(EMPTY)}>
                  Clear the table
                </Button>
              )}
            </div>
            <p className="text-[13px] text-faint">
              {quantityOf(
                table.pieces.reduce((sum, { count }) => sum + count, 0),
                'piece',
              )}
              . Wire it finds the leads, the sockets and every setting; you see it before anything is done.
            </p>
          </form>
        </section>
      </main>
    </div>
  );
};

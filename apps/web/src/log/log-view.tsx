import type { SittingAddition, SittingInList } from '@diaphon/api';
import { useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Button } from '../look/button';
import { count } from '../look/figures';
import { saveFile } from '../look/save-file';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { explain } from '../server/call';
import { serverApi, useSittingsQuery, useTrendQuery } from '../server/server-api';
import { useAppDispatch } from '../store/store';
import { Calendar } from './calendar';
import { SittingPage } from './sitting-page';
import { sittingsCalendar } from './to-calendar';
import { Trends } from './trends';
import { dayWords } from './words';

const Entry = ({
  one,
  isChosen,
  onChoose,
}: {
  one: SittingInList;
  isChosen: boolean;
  onChoose: () => void;
}) => (
  <li className="border-b border-hair">
    <button
      type="button"
      aria-current={isChosen ? 'true' : undefined}
      className={`min-h-[48px] w-full px-3 py-1.5 text-left ${isChosen ? 'bg-shoal' : 'hover:bg-deep'}`}
      onClick={onChoose}
    >
      <b>{dayWords(one.startedAt)}</b>
      <span className={`block text-[13px] ${isChosen ? '' : 'text-faint'}`}>
        {[
          one.kind === 'strike' ? 'taken down' : 'set up',
          one.people.join(', '),
          one.signed > 0 && `${one.signed} signed`,
          one.measured > 0 && `${one.measured} measured`,
          one.incidents > 0 && count(one.incidents, 'incident'),
        ]
          .filter(Boolean)
          .join(' · ')}
      </span>
    </button>
  </li>
);

/** What happened at each sitting of a rig, how its levels went, and what changed since it worked. */
export const LogView = () => {
  const { id = '' } = useParams();
  const dispatch = useAppDispatch();
  const [params, setParams] = useSearchParams();
  const { data: list, error, refetch } = useSittingsQuery({ rig: id });
  const { data: points } = useTrendQuery(id);
  const picker = useRef<HTMLInputElement>(null);
  const [trouble, setTrouble] = useState('');
  if (error)
    return (
      <main>
        <ErrorWords error={explain(error)}>
          <Button kind="main" onClick={() => void refetch()}>
            Try again
          </Button>
        </ErrorWords>
      </main>
    );
  if (!list) return <Waiting words="Opening the log" />;
  const chosen = params.get('sitting') ?? list[0]?.id;
  const take = async (file: File) => {
    setTrouble('');
    try {
      const read = JSON.parse(await file.text()) as SittingAddition;
      await dispatch(serverApi.endpoints.addToSitting.initiate(read)).unwrap();
      if (read.sitting.rig !== id)
        setTrouble(`${file.name} is a sitting of “${read.sitting.name}”: it stands in the log of that rig.`);
    } catch (failure) {
      setTrouble(
        failure instanceof SyntaxError
          ? `${file.name}: this is no JSON. Choose a sitting that was saved here.`
          : `${file.name}: ${explain(failure).message} ${explain(failure).hint}`,
      );
    }
  };
  const bringIn = (
    <>
      <Button onClick={() => picker.current?.click()}>Bring one in</Button>
      <input
        ref={picker}
        type="file"
        accept=".json,application/json"
        aria-label="A sitting saved as JSON"
        className="hidden"
        onChange={({ target }) => {
          const [file] = target.files ?? [];
          if (file) void take(file);
          target.value = '';
        }}
      />
      {trouble && <p role="alert">{trouble}</p>}
    </>
  );
  if (list.length === 0)
    return (
      <main className="max-w-[520px] space-y-3 p-6">
        <p>
          Nothing is logged yet. What is signed on the{' '}
          <Link className="underline" to={`/rigs/${id}/run-sheet`}>
            Run sheet
          </Link>
          , and what is kept of a{' '}
          <Link className="underline" to={`/rigs/${id}/line-check`}>
            Line check
          </Link>{' '}
          or of the show, stands here: next week it is seen what changed.
        </p>
        {bringIn}
      </main>
    );
  return (
    <main className="grid min-h-0 flex-1 grid-cols-[240px_minmax(480px,1fr)_minmax(300px,480px)] max-[1100px]:block max-[1100px]:overflow-y-auto">
      <div className="min-h-0 overflow-y-auto border-r border-line max-[1100px]:max-h-[40vh] max-[1100px]:border-b">
        <Calendar
          key={list.find((one) => one.id === chosen)?.startedAt.slice(0, 7)}
          list={list}
          chosen={list.find((one) => one.id === chosen)}
          onChoose={(sitting) => setParams({ sitting }, { replace: true })}
        />
        <ul aria-label="Sittings">
          {list.map((one) => (
            <Entry
              key={one.id}
              one={one}
              isChosen={one.id === chosen}
              onChoose={() => setParams({ sitting: one.id }, { replace: true })}
            />
          ))}
        </ul>
        <div className="flex flex-wrap gap-2 p-2">
          {bringIn}
          <Button
            onClick={() =>
              void sittingsCalendar(list).then((text) =>
                saveFile('sittings.ics', new Blob([text], { type: 'text/calendar' })),
              )
            }
          >
            As calendar
          </Button>
        </div>
      </div>
      <div className="min-h-0 space-y-6 overflow-y-auto p-4">
        {chosen && <SittingPage key={chosen} id={chosen} others={list.filter((one) => one.id !== chosen)} />}
      </div>
      <div className="min-h-0 overflow-y-auto border-l border-line p-4 max-[1100px]:border-t max-[1100px]:border-l-0">
        {points && <Trends points={points} />}
      </div>
    </main>
  );
};

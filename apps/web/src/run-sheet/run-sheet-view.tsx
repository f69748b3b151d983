import type { Rig, RunSheet } from '@diaphon/core';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { Button } from '../look/button';
import { Choice } from '../look/choice';
import { isTyping } from '../look/is-typing';
import { SeverityMark } from '../look/severity';
import { ShareBar } from '../look/share-bar';
import { Waiting } from '../page/waiting';
import { serverApi, useShelfQuery, useSittingsQuery } from '../server/server-api';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useAsked } from '../store/use-asked';
import { StandingChart } from './standing-chart';
import { StepCard } from './step-card';
import { StepList } from './step-list';
import { useSitting, useWho } from './use-sitting';
import { measuredNow, minutesWords, usualMinutes } from './words';

const DoorDialog = lazy(async () => ({ default: (await import('../door/door-dialog')).DoorDialog }));

/** A plan that would be dangerous is carried no further than that. */
const Held = ({ held, rig }: { held: RunSheet['held']; rig: string }) =>
  held.length === 0 ? null : (
    <div role="alert" className="flex items-start gap-2 border-b border-line bg-danger-wash p-3">
      <SeverityMark severity="danger" label="Danger" size={22} />
      <p>
        <b>{held[0]!.why}.</b> So the sheet stops before “{held[0]!.do}”
        {held.length > 1 && `, and leaves out ${held.length - 1} more`}.{' '}
        <Link className="underline" to={`/rigs/${rig}/wiring`}>
          Mend it on the chart
        </Link>
      </p>
    </div>
  );

/** Another rig of the shelf that stands already. */
const useFrom = (id: string | null): { from: Rig | undefined; isLoading: boolean; isGone: boolean } => {
  const dispatch = useAppDispatch();
  const [from, setFrom] = useState<{ id: string; rig: Rig | null } | null>(null);
  useEffect(() => {
    if (!id) return;
    let isCurrent = true;
    void dispatch(serverApi.endpoints.open.initiate(id, { subscribe: false }))
      .unwrap()
      .then(({ document }) => isCurrent && setFrom({ id, rig: document }))
      .catch(() => isCurrent && setFrom({ id, rig: null }));
    return () => void (isCurrent = false);
  }, [id, dispatch]);
  const known = id !== null && from?.id === id ? from : null;
  return { from: known?.rig ?? undefined, isLoading: id !== null && !known, isGone: known?.rig === null };
};

const From = ({ rig, value, onChange }: { rig: string; value: string; onChange: (id: string) => void }) => {
  const { data } = useShelfQuery();
  return (
    <label className="flex items-center gap-2">
      <span className="text-[13px]">What stands now</span>
      <select
        className="min-h-[30px] max-w-[240px] border border-line bg-sheet px-1"
        value={value}
        onChange={({ target }) => onChange(target.value)}
      >
        <option value="">nothing</option>
        {(data ?? [])
          .filter(({ id }) => id !== rig)
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </select>
    </label>
  );
};

/** What to do now, in the safe order: one step large, all of them beside it where there is room. */
export const RunSheetView = () => {
  const { id = '' } = useParams();
  const [params, setParams] = useSearchParams();
  const isStrike = params.get('do') === 'strike';
  const people = params.get('people') === '2' ? 2 : 1;
  const fromId = isStrike ? null : params.get('from');
  const { from, isLoading, isGone } = useFrom(fromId);
  const { answer: sheet, failure } = useAsked('runSheet', [{ isStrike, people, ...(from ? { from } : {}) }]);
  const { sitting, isKnown, signed, unsent, begin, sign } = useSitting(id, isStrike ? 'strike' : 'set up');
  const rig = useAppSelector((state) => state.rig.document);
  const { data: earlier } = useSittingsQuery({ rig: id });
  const usual = usualMinutes(earlier ?? [], isStrike ? 'strike' : 'set up', sitting?.sitting.id);
  const [who, setWho] = useWho();
  const [chosen, setChosen] = useState<number | null>(null);
  const [waitUntil, setWaitUntil] = useState(0);
  const [isDoor, setIsDoor] = useState(false);
  const [isListed, setIsListed] = useState(false);
  const put = (key: string, value: string) =>
    setParams(
      (now) => {
        const to = new URLSearchParams(now);
        if (value) to.set(key, value);
        else to.delete(key);
        return to;
      },
      { replace: true },
    );
  const steps = sheet?.steps ?? [];
  const isDone = (key: string) => signed.get(key)?.state === 'done';
  const open = steps.find(({ key }) => !isDone(key) && signed.get(key)?.state !== 'not done');
  // Asked for by what it is about: a finding leads here.
  const of = params.get('of');
  const asked = of ? steps.find((one) => one.of === of)?.number : undefined;
  const number = Math.min(chosen ?? asked ?? open?.number ?? steps.length, steps.length);
  const step = steps[number - 1];
  const move = (by: number) => setChosen(Math.max(1, Math.min(steps.length, number + by)));
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (isTyping(event.target) || event.ctrlKey || event.metaKey || event.altKey) return;
      if (event.key === 'ArrowRight') move(1);
      if (event.key === 'ArrowLeft') move(-1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });
  if (failure)
    return (
      <main className="p-6">
        <p role="alert">The sheet could not be made: {failure}</p>
      </main>
    );
  if (isGone)
    return (
      <main className="space-y-3 p-6">
        <p role="alert">The rig that stands now could not be read: it may have been deleted.</p>
        <Button onClick={() => put('from', '')}>Begin with nothing</Button>
      </main>
    );
  if (!sheet || isLoading || !isKnown) return <Waiting words="Working out the order" />;
  const done = steps.filter(({ key }) => isDone(key)).length;
  const left = steps.filter(({ key }) => !isDone(key)).reduce((sum, { minutes }) => sum + minutes, 0);
  const signNow = (state: 'done' | 'not done' | 'open', because = '') => {
    if (!step) return;
    void sign(step, state, because);
    if (state === 'done' && step.waitS > 0) setWaitUntil(Date.now() + step.waitS * 1000);
    if (state !== 'open' && step.number < steps.length) setChosen(step.number + 1);
  };
  return (
    <main className="flex min-h-0 flex-1 flex-col print:block">
      <h1 className="hidden text-[17px] font-bold print:block">
        {rig?.name}: {isStrike ? 'take down' : 'set up'}, {steps.length} steps
      </h1>
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line p-2 print:hidden">
        <Choice
          label="What for"
          hideLabel
          value={isStrike ? 'strike' : 'set'}
          options={[
            { value: 'set', label: 'Set up' },
            { value: 'strike', label: 'Take down' },
          ]}
          onChange={(value) => {
            setChosen(null);
            put('do', value === 'strike' ? 'strike' : '');
          }}
        />
        <div className="contents max-[820px]:hidden">
          <Choice
            label="Hands"
            hideLabel
            value={people === 2 ? '2' : '1'}
            options={[
              { value: '1', label: 'Alone' },
              { value: '2', label: 'Two people' },
            ]}
            onChange={(value) => put('people', value === '2' ? '2' : '')}
          />
          {!isStrike && <From rig={id} value={fromId ?? ''} onChange={(value) => put('from', value)} />}
        </div>
        <label className={`flex items-center gap-2 ${isListed ? '' : 'max-[820px]:hidden'}`}>
          <span className="text-[13px]">Who signs</span>
          <input
            className="min-h-[30px] w-[110px] border border-line bg-sheet px-1.5"
            maxLength={60}
            value={who}
            onChange={({ target }) => setWho(target.value)}
          />
        </label>
        <span className="ml-auto flex items-center gap-2">
          <Button
            className="min-[821px]:hidden"
            aria-expanded={isListed}
            onClick={() => setIsListed(!isListed)}
          >
            {isListed ? 'One step' : 'All steps'}
          </Button>
          <Button className="max-[820px]:hidden" onClick={() => setIsDoor(true)}>
            On a phone
          </Button>
          <Button className="max-[820px]:hidden" onClick={() => window.print()}>
            Print
          </Button>
          {sitting && done > 0 && (
            <Button
              className={isListed ? '' : 'max-[820px]:hidden'}
              onClick={() => {
                setChosen(null);
                void begin();
              }}
            >
              Begin anew
            </Button>
          )}
        </span>
      </header>
      {isDoor && (
        <Suspense>
          <DoorDialog path={`/rigs/${id}/run-sheet`} onClose={() => setIsDoor(false)} />
        </Suspense>
      )}
      <Held held={sheet.held} rig={id} />
      {steps.length === 0 ? (
        <p className="p-6">Nothing is to be done: it stands as it is meant to.</p>
      ) : (
        <>
          <div className="flex flex-wrap items-center gap-x-4 gap-y-1 px-3 py-2 print:hidden">
            <div className="w-[200px] max-[480px]:w-[110px]">
              <ShareBar used={done} of={steps.length} />
            </div>
            <p role="status">
              {done} of {steps.length} done
              {left > 0 && `, ${minutesWords(people === 2 ? left / 2 : left)} left`}
              {done === 0 && usual !== undefined && `; the last times took ${minutesWords(usual)}`}
              {unsent > 0 && <span className="text-caution">, {unsent} not sent yet</span>}
            </p>
          </div>
          <div className="grid min-h-0 flex-1 grid-cols-[minmax(320px,1fr)_minmax(420px,560px)] border-t border-line max-[820px]:grid-cols-1 print:block">
            <div
              className={`min-h-0 overflow-y-auto border-r border-line print:block print:overflow-visible ${isListed ? '' : 'max-[820px]:hidden'}`}
            >
              <StepList
                steps={steps}
                signed={signed}
                current={number}
                isShared={people > 1}
                onChoose={(next) => {
                  setChosen(next);
                  setIsListed(false);
                }}
              />
            </div>
            {step && (
              <div className={`flex min-h-0 flex-col print:hidden ${isListed ? 'max-[820px]:hidden' : ''}`}>
                <StepCard
                  key={step.key}
                  step={step}
                  of={steps.length}
                  rig={id}
                  signed={signed.get(step.key)}
                  waitUntil={waitUntil}
                  measured={measuredNow(sitting?.measurements ?? [])}
                  onMove={move}
                  onSign={signNow}
                />
                {rig && !isStrike && <StandingChart rig={rig} steps={steps} isDone={isDone} current={step} />}
              </div>
            )}
          </div>
        </>
      )}
    </main>
  );
};

import type { Advice, Answers } from '@diaphon/core';
import { useEffect, useMemo, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { ErrorWords } from '../page/failure';
import { TopBar } from '../page/top-bar';
import { Waiting } from '../page/waiting';
import { askPlain } from '../engine/engine';
import { Button } from '../look/button';
import { count } from '../look/figures';
import type { ErrorBody } from '@diaphon/api';
import { explain } from '../server/call';
import { useCreateMutation } from '../server/server-api';
import { addressOf, answersFrom } from './answers-address';
import { Questions } from './questions';
import { ShoppingList, type Prices } from './shopping-list';
import { TopicCard } from './topic-card';
import { local } from '../store/browser-storage';

const PRICES = 'diaphon.prices';

const readPrices = (): Prices => {
  try {
    return (JSON.parse(local.storage.getItem(PRICES) ?? '{}') ?? {}) as Prices;
  } catch {
    return {};
  }
};

/** Before buying: questions on the left, what follows from the answers on the right, and a rig to open. */
export const AdviceView = () => {
  const navigate = useNavigate();
  const [create] = useCreateMutation();
  const [params, setParams] = useSearchParams();
  const answers = useMemo(() => answersFrom(params), [params]);
  const [advice, setAdvice] = useState<Advice | null>(null);
  const [failure, setFailure] = useState('');
  const [error, setError] = useState<ErrorBody | null>(null);
  const [prices, setPrices] = useState(readPrices);
  const address = addressOf(answers).toString();

  useEffect(() => {
    document.title = 'Before buying · Diaphon';
  }, []);
  useEffect(() => {
    let isCurrent = true;
    askPlain('advise', answers).then(
      (found) => {
        if (!isCurrent) return;
        setAdvice(found);
        setFailure('');
      },
      (reason: unknown) => isCurrent && setFailure(reason instanceof Error ? reason.message : String(reason)),
    );
    return () => {
      isCurrent = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the address stands for the answers
  }, [address]);

  const change = (next: Partial<Answers>) => setParams(addressOf({ ...answers, ...next }), { replace: true });
  const price = (key: string, value: number | undefined) => {
    const next = { ...prices };
    if (value === undefined) delete next[key];
    else next[key] = value;
    setPrices(next);
    try {
      local.storage.setItem(PRICES, JSON.stringify(next));
    } catch {
      // Without room the prices hold for this page.
    }
  };
  const open = async () => {
    try {
      const rig = await create({ name: advice!.rig.name, document: advice!.rig }).unwrap();
      void navigate(`/rigs/${rig.id}/wiring`);
    } catch (reason) {
      setError(explain(reason));
    }
  };

  return (
    <div className="flex h-full flex-col print:block">
      <TopBar heading="Before buying">
        <span className="text-faint">Before buying</span>
      </TopBar>
      <main className="flex min-h-0 flex-1 max-[820px]:flex-col max-[820px]:overflow-y-auto print:block">
        <div className="print:hidden w-[400px] shrink-0 overflow-y-auto border-r border-line p-4 max-[820px]:w-full max-[820px]:border-r-0 max-[820px]:border-b">
          <Questions answers={answers} onChange={change} />
        </div>
        <div className="min-w-0 flex-1 space-y-3 overflow-y-auto p-4 print:overflow-visible print:p-0">
          {failure && (
            <p role="alert" className="text-fault">
              The advice could not be worked out: {failure}
            </p>
          )}
          {error && <ErrorWords error={error} />}
          {!advice && !failure && <Waiting words="Working it out" />}
          {advice && (
            <>
              <div className="card flex flex-wrap items-center gap-3 px-4 py-2.5">
                <p className="min-w-0 flex-1">
                  <b>
                    {count(advice.rig.devices.length, 'device')}, {count(advice.rig.leads.length, 'lead')}
                  </b>
                  , wired with the best leads and every gain set for these voices.
                </p>
                <span className="print:hidden">
                  <Button kind="main" onClick={() => void open()}>
                    Open this rig
                  </Button>
                </span>
              </div>
              <div className="space-y-3 print:hidden">
                {advice.topics.map((topic) => (
                  <TopicCard key={topic.id} topic={topic} />
                ))}
              </div>
              <ShoppingList rows={advice.shopping} prices={prices} onPrice={price} />
            </>
          )}
        </div>
      </main>
    </div>
  );
};

import { lookup, plugName, type Edit, type Rig, type Wiring } from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { Choice } from '../look/choice';
import { Dialog } from '../look/dialog';
import { count, quantity } from '../look/figures';
import { PlanChart } from '../page/plan-chart';
import { useStockQuery } from '../server/server-api';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';

/** The rig as it will be, its new leads drawn one after the other as sound goes. */
const WiredChart = ({ rig, isNew }: { rig: Rig; isNew: (lead: string) => boolean }) => (
  <div
    className="overflow-auto border border-hair bg-sheet"
    tabIndex={0}
    role="region"
    aria-label="As it will be"
  >
    <PlanChart
      rig={rig}
      label={`${count(rig.devices.length, 'device')}, ${count(rig.leads.length, 'lead')}`}
      box={() => ({ fill: 'var(--shoal)' })}
      line={(leads, order) =>
        leads.some(isNew)
          ? {
              ...{ pathLength: 1, className: 'drawn', stroke: 'var(--focus)', strokeWidth: 2.5 },
              style: { animationDelay: `${order * 160}ms` },
            }
          : { stroke: 'var(--ink)', strokeWidth: 1.2 }
      }
    />
  </div>
);

/** An edit without some leads of it. */
const without = (edit: Edit, leads: ReadonlySet<string>): Edit => ({
  ...edit,
  steps: edit.steps.filter(({ collection, id }) => collection !== 'leads' || !leads.has(id)),
});

const summary = ({ unmet, left, isProven, toBuy }: Wiring, laid: number): string => {
  const buys = toBuy.reduce((sum, row) => sum + row.count, 0);
  const proof = isProven ? ' No fewer will do.' : '';
  if (laid === 0 && unmet.length === 0 && left.length === 0) return 'Everything is joined already.';
  const end =
    unmet.length > 0 || left.length > 0 ? 'as near as these pieces get' : 'everything gets where it should';
  return `${count(laid, 'lead')}, and ${end}.${buys > 0 ? ` ${count(buys, 'lead')} to get.${proof}` : ''}`;
};

interface ResultProps {
  before: Rig;
  wiring: Wiring;
  onUse: (edit: Edit) => void;
}

const Result = ({ before, wiring, onUse }: ResultProps) => {
  const [leftOut, setLeftOut] = useState<ReadonlySet<string>>(new Set());
  const { rig, unmet, left, toBuy, changes, frees } = wiring;
  const find = lookup(rig);
  const there = new Set(before.leads.map(({ id }) => id));
  const laid = rig.leads.filter(({ id }) => !there.has(id));
  const settings = changes.filter(({ heading }) => heading !== 'Leads');
  const toggle = (id: string) => {
    const next = new Set(leftOut);
    if (!next.delete(id)) next.add(id);
    setLeftOut(next);
  };
  return (
    <div className="space-y-3">
      <div className="flex flex-wrap items-center gap-3">
        <p role="status" className={`min-w-0 flex-1 font-bold ${unmet.length > 0 ? 'text-caution' : ''}`}>
          {summary(wiring, laid.length)}
        </p>
        <Button kind="main" onClick={() => onUse(without(wiring.edit, leftOut))}>
          {leftOut.size > 0 ? 'Wire what is ticked' : 'Wire all of it'}
        </Button>
      </div>
      {(unmet.length > 0 || left.length > 0) && (
        <section aria-label="Cannot be had with these pieces">
          <ul className="text-fault">
            {unmet.map(({ sound, listener, why }) => (
              <li key={`${sound} ${listener}`}>
                <b>
                  {sound} at {listener}
                </b>
                : {why}.
              </li>
            ))}
            {left.map((words) => (
              <li key={words}>{words}.</li>
            ))}
          </ul>
          {frees && (
            <p>
              The smallest piece that frees it: <b>{frees.name}</b>.
            </p>
          )}
        </section>
      )}
      <WiredChart rig={rig} isNew={(id) => !there.has(id) && !leftOut.has(id)} />
      <div className="grid grid-cols-[2fr_1fr] gap-4 max-[640px]:grid-cols-1">
        <section>
          <h3 className="font-bold">Lay</h3>
          <ul>
            {laid.map(({ id, ends, lengthM }) => (
              <li key={id}>
                <label className="flex items-start gap-2 py-0.5">
                  <input
                    type="checkbox"
                    className="mt-1"
                    checked={!leftOut.has(id)}
                    onChange={() => toggle(id)}
                  />
                  <span>
                    <b>
                      {find.leadKindOf(id)?.name}, {quantity(lengthM, 'm', Number.isInteger(lengthM) ? 0 : 1)}
                    </b>{' '}
                    <span className="text-faint">
                      {ends.flatMap((end) => (end ? [plugName(find, end)] : [])).join(' – ')}
                    </span>
                  </span>
                </label>
              </li>
            ))}
          </ul>
        </section>
        <section>
          <h3 className="font-bold">Get</h3>
          {toBuy.length === 0 && <p className="text-good">Every lead is there.</p>}
          <ul>
            {toBuy.map(({ kind, name, count: number }) => (
              <li key={kind}>
                {number} × {name}
              </li>
            ))}
          </ul>
        </section>
      </div>
      {settings.length > 0 && (
        <details>
          <summary className="cursor-pointer font-bold">
            And set:{' '}
            {count(
              settings.reduce((sum, { rows }) => sum + rows.length, 0),
              'thing',
            )}
          </summary>
          {settings.map(({ heading, rows }) => (
            <section key={heading}>
              <h4 className="text-faint">{heading}</h4>
              <ul>
                {rows.map((row) => (
                  <li key={row}>{row}</li>
                ))}
              </ul>
            </section>
          ))}
        </details>
      )}
    </div>
  );
};

/** What lies there joined and set as a whole: shown first, then done, all of it or a part; one way back. */
export const WireDialog = ({ rig, onClose }: { rig: Rig; onClose: () => void }) => {
  const { data: stock } = useStockQuery();
  const hasStock = (stock?.length ?? 0) > 0;
  const [leads, setLeads] = useState<'best' | 'own'>('best');
  const { answer, failure, progress } = useAsked('wire', [leads === 'own' ? (stock ?? []) : null]);
  const edit = useEdit();
  return (
    <Dialog title="Wire it" onClose={onClose} wide>
      <div className="space-y-3">
        {hasStock && (
          <Choice
            label="Leads"
            hideLabel
            value={leads}
            options={[
              { value: 'best', label: 'The best leads' },
              { value: 'own', label: 'With the leads I own' },
            ]}
            onChange={setLeads}
          />
        )}
        {failure && <p className="text-fault">No wiring could be worked out: {failure}</p>}
        {!answer && !failure && (
          <div className="flex items-center gap-3" role="status">
            <progress className="flex-1" {...(progress ? { value: progress.done, max: progress.of } : {})} />
            <span>
              {progress && progress.done > 0
                ? `${count(progress.done, 'wiring')} tried`
                : 'Looking at every socket'}{' '}
              …
            </span>
            <Button onClick={onClose}>Cancel</Button>
          </div>
        )}
        {answer && (
          <Result
            key={leads}
            before={rig}
            wiring={answer}
            onUse={(made) => {
              edit(() => made, { announce: true });
              onClose();
            }}
          />
        )}
      </div>
    </Dialog>
  );
};

import { LEAD_KINDS, missingLeads, type Rig, type StockRow } from '@diaphon/core';
import { useMemo, useState } from 'react';
import { Waiting } from '../page/waiting';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { quantity } from '../look/figures';
import { NumberField } from '../look/number-field';
import { explain } from '../server/call';
import { usePutStockMutation, useStockQuery } from '../server/server-api';

const kindName = (kind: string): string => LEAD_KINDS.find(({ id }) => id === kind)?.name ?? kind;
const sameRow = (a: StockRow, b: StockRow) => a.kind === b.kind && a.lengthM === b.lengthM;

/** What this rig asks for beyond what is owned. */
const Shortages = ({ rig, stock }: { rig: Rig; stock: StockRow[] }) => {
  const missing = useMemo(() => missingLeads(rig, stock), [rig, stock]);
  return (
    <section aria-label="Missing for this rig">
      <h3 className="font-bold">For this rig</h3>
      {missing.length === 0 ? (
        <p className="text-good">Every lead of this rig is there.</p>
      ) : (
        <ul className="divide-y divide-hair">
          {missing.map(({ kind, name, lengthM, wanted, owned }) => (
            <li key={`${kind} ${lengthM}`} className="flex justify-between gap-3 py-1">
              <span>
                {name}, {quantity(lengthM, 'm')}
                <span className="block text-[12.5px] text-faint">
                  {owned} owned that would do, all in use
                </span>
              </span>
              <b>{wanted} missing</b>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
};

/** The leads the user owns, with counts and lengths, and which of them this rig is short of. */
export const StockDialog = ({ rig, onClose }: { rig: Rig; onClose: () => void }) => {
  const read = useStockQuery();
  const [keep, kept] = usePutStockMutation();
  const stock = read.data;
  const failure = kept.error ?? read.error;
  const error = failure && explain(failure);
  const [added, setAdded] = useState({ kind: LEAD_KINDS[0]!.id, lengthM: 3 });
  const put = (rows: StockRow[]) => void keep(rows);
  const takeRigs = () => {
    const counted = new Map<string, StockRow>();
    for (const { kind, lengthM } of rig.leads) {
      const key = `${kind} ${lengthM}`;
      const known = counted.get(key);
      counted.set(key, { kind, lengthM, count: (known?.count ?? 0) + 1 });
    }
    const others = (stock ?? []).filter((row) => ![...counted.values()].some((own) => sameRow(own, row)));
    put([...others, ...counted.values()]);
  };

  return (
    <Dialog
      title="Leads I own"
      description="Kept for all rigs. A longer lead does for a shorter one, up to twice the length."
      onClose={onClose}
      wide
    >
      {error && (
        <p role="alert" className="pb-2 text-fault">
          Not kept: {error.message} {error.hint}
        </p>
      )}
      {!stock && !error && <Waiting words="Counting the leads" />}
      {stock && (
        <div className="grid grid-cols-2 gap-6 max-[640px]:grid-cols-1">
          <section aria-label="Owned">
            <h3 className="font-bold">Owned</h3>
            {stock.length === 0 && (
              <p className="text-faint">None yet. Add a row, or take over what this rig uses.</p>
            )}
            <ul className="divide-y divide-hair">
              {stock.map((row) => (
                <li key={`${row.kind} ${row.lengthM}`} className="flex items-end gap-2 py-1">
                  <span className="flex-1">
                    <NumberField
                      label={`${kindName(row.kind)}, ${quantity(row.lengthM, 'm')}`}
                      value={row.count}
                      min={0}
                      max={999}
                      step={1}
                      unit="pieces"
                      hideSlider
                      onChange={(count) =>
                        put(stock.map((other) => (sameRow(other, row) ? { ...row, count } : other)))
                      }
                    />
                  </span>
                  <Button
                    kind="quiet"
                    aria-label={`Remove ${kindName(row.kind)}, ${quantity(row.lengthM, 'm')}`}
                    onClick={() => put(stock.filter((other) => !sameRow(other, row)))}
                  >
                    Remove
                  </Button>
                </li>
              ))}
            </ul>
            <div className="mt-2 flex flex-wrap items-end gap-2 border-t border-hair pt-2">
              <label className="min-w-0 flex-[1_1_100%] text-[13px]">
                Kind of lead
                <select
                  className="field block w-full"
                  value={added.kind}
                  onChange={(event) => setAdded({ ...added, kind: event.target.value })}
                >
                  {LEAD_KINDS.map(({ id, name }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </select>
              </label>
              <NumberField
                label="Length"
                value={added.lengthM}
                min={0.1}
                max={100}
                step={0.1}
                unit="m"
                hideSlider
                onChange={(lengthM) => setAdded({ ...added, lengthM })}
              />
              <Button
                disabled={stock.some((row) => sameRow(row, { ...added, count: 0 }))}
                onClick={() => put([...stock, { ...added, count: 1 }])}
              >
                Add
              </Button>
              <Button disabled={rig.leads.length === 0} onClick={takeRigs}>
                Own what this rig uses
              </Button>
            </div>
          </section>
          <Shortages rig={rig} stock={stock} />
        </div>
      )}
    </Dialog>
  );
};

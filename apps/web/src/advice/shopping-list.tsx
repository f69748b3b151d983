import { shoppingCsv, totalCost, type ShoppingRow } from '@diaphon/core';
import { Button } from '../look/button';
import { saveFile } from '../look/save-file';

export type Prices = Record<string, number>;

interface ShoppingListProps {
  rows: ShoppingRow[];
  prices: Prices;
  onPrice: (key: string, price: number | undefined) => void;
}

const readPrice = (text: string): number | undefined => {
  const value = Number(text.replace(',', '.'));
  return text.trim() !== '' && Number.isFinite(value) && value >= 0 && value <= 1e6 ? value : undefined;
};

/** What to buy, with rough prices that can be corrected, and what it comes to. */
export const ShoppingList = ({ rows, prices, onPrice }: ShoppingListProps) => (
  <section aria-label="What to buy" className="card px-4 py-3">
    <div className="flex flex-wrap items-center gap-2">
      <h2 className="min-w-0 flex-1 text-[16px] font-bold">What to buy</h2>
      <span className="flex gap-2 print:hidden">
        <Button onClick={() => window.print()}>Print the list</Button>
        <Button
          onClick={() =>
            saveFile(
              'what-to-buy.csv',
              new Blob([`\uFEFF${shoppingCsv(rows, prices)}`], { type: 'text/csv;charset=utf-8' }),
            )
          }
        >
          Save as CSV
        </Button>
      </span>
    </div>
    <p className="text-faint">
      Rough prices in whatever money you use; common practice, no published source. Correct them where you
      know better.
    </p>
    <table className="mt-1.5 w-full">
      <thead>
        <tr className="border-b border-line text-left text-[13px]">
          <th scope="col">Piece</th>
          <th scope="col" className="text-right">
            Needed
          </th>
          <th scope="col" className="text-right">
            There
          </th>
          <th scope="col" className="text-right">
            Price each
          </th>
          <th scope="col" className="text-right">
            To pay
          </th>
        </tr>
      </thead>
      <tbody>
        {rows.map(({ key, name, count, owned, costEach }) => {
          const price = prices[key] ?? costEach;
          const missing = Math.max(0, count - owned);
          return (
            <tr key={key} className="border-b border-hair">
              <td>{name}</td>
              <td className="tabular text-right">{count}</td>
              <td className="tabular text-right">{Math.min(owned, count)}</td>
              <td className="py-0.5 text-right">
                <input
                  className="field w-[5.4em] text-right"
                  inputMode="decimal"
                  aria-label={`Price of ${name}`}
                  defaultValue={price}
                  key={`${key} ${prices[key] === undefined}`}
                  onChange={(event) => {
                    const value = readPrice(event.target.value);
                    if (value !== undefined) onPrice(key, value === costEach ? undefined : value);
                  }}
                  onBlur={(event) => {
                    if (readPrice(event.target.value) === undefined) event.target.value = String(price);
                  }}
                />
              </td>
              <td className="tabular text-right">{missing * price}</td>
            </tr>
          );
        })}
      </tbody>
      <tfoot>
        <tr className="font-bold">
          <td colSpan={4}>Together</td>
          <td className="tabular text-right" data-testid="total">
            {totalCost(rows, prices)}
          </td>
        </tr>
      </tfoot>
    </table>
  </section>
);

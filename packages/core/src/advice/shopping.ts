import { modelById, type DeviceKind } from '../catalogue';
import { csvText } from '../formats';
import { lookup, type Rig } from '../rig';
import { ownedCount, type Answers } from './answers';

/** One line of what to buy. */
export interface ShoppingRow {
  /** `device id` of the catalogue, or `lead kind and length`. */
  key: string;
  name: string;
  count: number;
  owned: number;
  /** Rough price of one, in whatever money; to be corrected. */
  costEach: number;
}

/** Rough prices of one piece, good enough to see what is dear. Common practice, no published source. */
const COST_BY_KIND: Partial<Record<DeviceKind, number>> = {
  microphone: 100,
  booster: 90,
  interface: 150,
  mixer: 250,
  computer: 900,
  hub: 40,
  isolator: 60,
  loudspeaker: 200,
  headphones: 70,
  preamp: 200,
  instrument: 0,
  camera: 600,
  'headphones-amplifier': 90,
  supply: 20,
};
const COST_BY_MODEL: Record<string, number> = {
  'mic-dynamic-broadcast': 350,
  'mic-condenser-large': 250,
  'mic-usb': 120,
  'interface-1': 90,
  'interface-4': 260,
  'interface-8': 450,
  'mixer-podcast': 550,
  'di-passive': 35,
};
/** A lead: plugs, and so much for each metre. */
const LEAD_COST = { plugs: 8, perM: 1.5 };

/** What holds a microphone where it was measured. Common practice, no published source. */
const STAND = {
  key: 'stand',
  name: 'Microphone stand or arm; weigh it down, and mind the weight its maker allows',
  cost: 30,
};

/** Microphones that stand by themselves, or hang on a collar, need none. */
const stands = (model: string): boolean => {
  const found = modelById(model);
  return found.kind === 'microphone' && found.ports.some(({ connector }) => connector === 'xlr-male');
};

/** What a rig needs beyond what is owned. Leads are counted by kind and length. */
export const shoppingFor = (rig: Rig, answers: Answers): ShoppingRow[] => {
  const find = lookup(rig);
  const rows = new Map<string, ShoppingRow>();
  const count = (key: string, name: string, owned: number, costEach: number) => {
    const known = rows.get(key);
    if (known) known.count += 1;
    else rows.set(key, { key, name, count: 1, owned, costEach });
  };
  for (const { id, model } of rig.devices) {
    const found = find.modelOf(id)!;
    count(
      model,
      found.name,
      ownedCount(answers, model),
      COST_BY_MODEL[model] ?? COST_BY_KIND[found.kind] ?? 100,
    );
  }
  // A talker with a microphone in the hand rustles: whatever speaks on a table or before a chair has something to stand on.
  for (const { model } of rig.devices) if (stands(model)) count(STAND.key, STAND.name, 0, STAND.cost);
  for (const { id, kind, lengthM } of rig.leads) {
    const cost = Math.round(LEAD_COST.plugs + LEAD_COST.perM * lengthM);
    count(`${kind} ${lengthM}`, `${find.leadKindOf(id)?.name ?? kind}, ${lengthM} m`, 0, cost);
  }
  return [...rows.values()];
};

/** The list as CSV, to be sent to whoever orders: piece, needed, there, price each, to pay. */
export const shoppingCsv = (
  rows: readonly ShoppingRow[],
  prices: Readonly<Record<string, number>> = {},
): string =>
  csvText([
    ['Piece', 'Needed', 'There', 'Price each', 'To pay'],
    ...rows.map(({ key, name, count, owned, costEach }) => {
      const price = prices[key] ?? costEach;
      return [name, count, Math.min(owned, count), price, Math.max(0, count - owned) * price].map(String);
    }),
    ['Together', '', '', '', String(totalCost(rows, prices))],
  ]);

/** What is still to be paid for, with the user's own prices where they know better. */
export const totalCost = (
  rows: readonly ShoppingRow[],
  prices: Readonly<Record<string, number>> = {},
): number =>
  rows.reduce(
    (sum, { key, count, owned, costEach }) => sum + Math.max(0, count - owned) * (prices[key] ?? costEach),
    0,
  );

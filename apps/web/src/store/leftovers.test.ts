import 'fake-indexeddb/auto';
import { setControl, skerryLight } from '@diaphon/core';
import { inMemory } from './browser-storage';
import { sendLeftovers } from './leftovers';
import { makeOutbox } from './outbox';
import { makeSender } from './sender';

jest.mock('./open-rig', () => ({
  readRig: (_dispatch: unknown, id: string) =>
    id === 'gone'
      ? Promise.reject(new Error('404'))
      : Promise.resolve({ id, revision: 3, updatedAt: '', document: skerryLight }),
}));

const gain = (db: number, control = 'gain1') => setControl(skerryLight, 'mixer', control, db);
const tab = (own: string) => ({ own, alive: async () => new Set([own]) });
const settle = () => new Promise((resolve) => setTimeout(resolve, 40));

it('what a closed window left is sent from the shelf, once; of a rig that is gone it stays', async () => {
  const closed = makeOutbox(tab('closed'), inMemory());
  closed.add('lamp', gain(40));
  closed.add('lamp', gain(41, 'gain2'));
  closed.add('gone', gain(40));
  await settle();
  const outbox = makeOutbox(tab('here'), inMemory());
  const saved: [string, number, string][] = [];
  const sender = makeSender({
    save: (id, base, _document, label) => {
      saved.push([id, base, label]);
      return Promise.resolve({ id, revision: base + 1, updatedAt: '' });
    },
    outbox,
    tell: () => undefined,
    quietMs: 5,
    retryMs: 5,
  });
  const send = () => sendLeftovers(jest.fn() as never, { outbox, sender, current: () => null });
  expect([...(await send())].sort()).toEqual([
    ['gone', 1],
    ['lamp', 2],
  ]);
  await settle();
  expect(saved).toEqual([['lamp', 3, expect.stringContaining('Gain 2')]]);
  expect([...(await send())]).toEqual([['gone', 1]]);
});

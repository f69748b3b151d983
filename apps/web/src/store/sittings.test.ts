import type { SignedStep, SittingAddition, SittingHead, SittingInList } from '@diaphon/api';
import { merged, signedLast } from './merge-sittings';
import { makeSittings } from './sittings';
import type { KeptSitting } from './sittings-box';

const head = (id: string, startedAt = '2026-12-02T17:00:00.000Z'): SittingHead => ({
  id,
  rig: 'lamp-room',
  revision: 1,
  name: 'Lamp room',
  kind: 'set up',
  startedAt,
});
const step = (id: string, at: string, changes: Partial<SignedStep> = {}): SignedStep => ({
  id,
  at,
  by: 'Ann',
  step: id,
  words: '',
  state: 'done',
  because: '',
  ...changes,
});

/** A server that keeps what it is sent, unless the network is gone. */
const makeServer = () => {
  const kept = new Map<string, SittingAddition>();
  const state = { isGone: false };
  const gone = () => (state.isGone ? Promise.reject(new Error('gone')) : Promise.resolve());
  return {
    state,
    kept,
    add: async (one: SittingAddition) => {
      await gone();
      const there = kept.get(one.sitting.id);
      kept.set(one.sitting.id, there ? merged(there, one) : one);
    },
    whole: async (id: string) => {
      await gone();
      return kept.get(id)!;
    },
    list: async () => {
      await gone();
      return [...kept.values()].map(({ sitting }) => sitting as SittingInList);
    },
  };
};
const phone = (server: ReturnType<typeof makeServer>) => {
  const box = new Map<string, KeptSitting>();
  const told: { steps: number; unsent: number } = { steps: 0, unsent: 0 };
  const sittings = makeSittings(
    {
      put: (one) => Promise.resolve(void box.set(one.id, one)),
      all: () => Promise.resolve([...box.values()]),
    },
    server,
    (now, unsent) => Object.assign(told, { steps: now?.steps.length ?? 0, unsent }),
    () => Date.parse('2026-12-02T18:00:00.000Z'),
  );
  return { sittings, told, box };
};

it('two phones sign without network and come back: nothing is lost on either', async () => {
  const server = makeServer();
  const [ann, ben] = [phone(server), phone(server)];
  await ann.sittings.begin(head('s'));
  await ann.sittings.add({ steps: [step('1', '2026-12-02T17:01:00.000Z')] });
  await ann.sittings.send();
  await ben.sittings.open('lamp-room', 'set up');
  expect(ben.told).toEqual({ steps: 1, unsent: 0 });
  server.state.isGone = true;
  await ann.sittings.add({ steps: [step('2', '2026-12-02T17:02:00.000Z')] });
  await ben.sittings.add({ steps: [step('3', '2026-12-02T17:03:00.000Z', { by: 'Ben' })] });
  await Promise.all([ann.sittings.send(), ben.sittings.send()]);
  expect([ann.told, ben.told]).toEqual([
    { steps: 2, unsent: 1 },
    { steps: 2, unsent: 1 },
  ]);
  server.state.isGone = false;
  await Promise.all([ann.sittings.send(), ben.sittings.send()]);
  await Promise.all([ann.sittings.refresh(), ben.sittings.refresh()]);
  expect(server.kept.get('s')!.steps.map(({ id }) => id)).toEqual(['1', '2', '3']);
  expect([ann.told, ben.told]).toEqual([
    { steps: 3, unsent: 0 },
    { steps: 3, unsent: 0 },
  ]);
});

it('what was begun yesterday is not gone on with; what one has here is, without network', async () => {
  const server = makeServer();
  const ann = phone(server);
  await server.add({
    sitting: head('old', '2026-12-01T10:00:00.000Z'),
    steps: [],
    measurements: [],
    incidents: [],
  });
  await ann.sittings.begin(head('s'));
  await ann.sittings.add({ steps: [step('1', '2026-12-02T17:01:00.000Z')] });
  server.state.isGone = true;
  await ann.sittings.open('lamp-room', 'set up');
  expect(ann.told.steps).toBe(1);
  await ann.sittings.open('another', 'set up');
  expect(ann.told.steps).toBe(0);
});

it('a step stands as it was signed last', () => {
  const [done, open] = [
    step('1', '2026-12-02T17:01:00.000Z', { step: 'a' }),
    step('2', '2026-12-02T17:02:00.000Z', { step: 'a', state: 'not done', because: 'no lead' }),
  ];
  expect(signedLast([open, done]).get('a')).toEqual(open);
});

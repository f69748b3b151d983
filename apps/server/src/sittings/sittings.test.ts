import { randomUUID } from 'node:crypto';
import type { SignedStep, SittingAddition, SittingInList } from '@diaphon/api';
import request from 'supertest';
import { startTestServer, type TestServer } from '../tests/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());
const api = () => request(server.http);

const step = (changes: Partial<SignedStep> = {}): SignedStep => ({
  id: randomUUID(),
  at: '2026-12-02T18:00:00.000Z',
  by: 'Ann',
  step: 'plug lead-1',
  words: 'Plug the lead',
  state: 'done',
  because: '',
  ...changes,
});
const sitting = (
  changes: Partial<SittingAddition> = {},
  startedAt = '2026-12-02T17:00:00.000Z',
): SittingAddition => ({
  sitting: { id: randomUUID(), rig: 'lamp-room', revision: 3, name: 'Lamp room', kind: 'set up', startedAt },
  steps: [],
  measurements: [],
  incidents: [],
  ...changes,
});
const measured = (at: string, levelDbfs: number) => ({
  id: randomUUID(),
  at,
  by: 'Ann',
  channel: 'track/1',
  name: 'Track Keeper',
  who: 'Keeper',
  plannedDbfs: -15,
  levelDbfs,
  peakDbfs: -6,
  noiseDbfs: null,
  humDbfs: null,
  faults: 0,
  verdict: 'as planned',
});
const add = (one: object, status = 204) => api().post('/api/sittings').send(one).expect(status);
const whole = async (id: string) =>
  (await api().get(`/api/sittings/${id}`).expect(200)).body as SittingAddition;

it('two phones that were away add up, and what comes twice is kept once', async () => {
  const one = sitting();
  const [ann, ben] = [
    step(),
    step({ by: 'Ben', at: '2026-12-02T18:01:00.000Z', state: 'not done', because: 'No lead' }),
  ];
  await add({ ...one, steps: [ann] });
  await add({ ...one, steps: [ben] });
  await add({ ...one, steps: [ann, ben] });
  expect(await whole(one.sitting.id)).toEqual({ ...one, steps: [ann, ben] });
  const [listed] = (await api().get('/api/sittings?rig=lamp-room').expect(200)).body as SittingInList[];
  expect(listed).toMatchObject({ signed: 1, measured: 0, people: ['Ann', 'Ben'], lastAt: ben.at });
  expect(listed!.stepsMinutes).toBeCloseTo(1, 3);
});

it('what was kept is never changed by who sends it anew otherwise', async () => {
  const one = sitting({ steps: [step()] });
  await add(one);
  await add({ ...one, steps: [{ ...one.steps[0]!, words: 'Another' }] });
  expect((await whole(one.sitting.id)).steps[0]!.words).toBe('Plug the lead');
  await add({ ...one, sitting: { ...one.sitting, rig: 'another' } }, 409);
});

it('levels from sitting to sitting, oldest first; the list newest first, page by page', async () => {
  for (const [at, level] of [
    ['2026-11-01T10:00:00.000Z', -15],
    ['2026-11-08T10:00:00.000Z', -18],
  ] as const)
    await add({
      ...sitting({ measurements: [measured(at, level)] }, at),
      sitting: { ...sitting({}, at).sitting, rig: 'gallery' },
    });
  const { body } = await api().get('/api/sittings/trend?rig=gallery').expect(200);
  expect(body.map(({ levelDbfs }: { levelDbfs: number }) => levelDbfs)).toEqual([-15, -18]);
  const first = (await api().get('/api/sittings?rig=gallery&limit=1').expect(200)).body as SittingInList[];
  expect(first.map(({ startedAt }) => startedAt)).toEqual(['2026-11-08T10:00:00.000Z']);
  const next = await api().get(`/api/sittings?rig=gallery&before=${first[0]!.startedAt}`).expect(200);
  expect(next.body).toHaveLength(1);
});

it.each([
  ['an id of no browser', { ...sitting(), sitting: { ...sitting().sitting, id: '1' } }, 'sitting.id'],
  ['a time that is none', sitting({ steps: [step({ at: 'today' })] }), 'steps.0.at'],
  [
    'a level beyond all',
    sitting({ measurements: [measured('2026-11-01T10:00:00.000Z', 1e9)] }),
    'measurements.0.levelDbfs',
  ],
  ['nothing', {}, 'sitting'],
])('%s is refused with its place', async (_name, body, where) => {
  expect((await add(body, 400)).body).toMatchObject({ code: 'bad-request', where });
});

it('a sitting there is not', async () => {
  expect((await api().get(`/api/sittings/${randomUUID()}`).expect(404)).body.code).toBe('not-found');
});

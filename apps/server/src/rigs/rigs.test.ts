import sqlite3 from 'sqlite3';
import request from 'supertest';
import { Sequelize } from 'sequelize';
import { emptyRig, skerryLight, type Rig } from '@diaphon/core';
import { shelfOf, startTestServer, type TestServer } from '../tests/server';
import { databaseFile } from '../database/open-database';
import { Bin, sweptFile } from './bin.service';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());

const api = () => request(server.http);
const create = async (name = 'Test rig', document?: Rig) =>
  (await api().post('/api/rigs').send({ name, document }).expect(201)).body as {
    id: string;
    revision: number;
    document: Rig;
  };
const save = (id: string, baseRevision: number, document: object, label = 'Edit') =>
  api().put(`/api/rigs/${id}`).send({ baseRevision, document, label });

/** Every error has the one shape, each part with words in it. */
const expectError = (body: Record<string, string>, code: string) => {
  expect(body).toMatchObject({ code });
  for (const key of ['message', 'where', 'hint']) expect(body[key]!.length).toBeGreaterThan(0);
};

describe('the shelf', () => {
  it('a new rig is empty, has revision 1 and an address made of its name', async () => {
    const rig = await create('Lamp room, Été');
    expect(rig.id).toMatch(/^lamp-room-ete-[0-9a-f]{6}$/);
    expect(rig.revision).toBe(1);
    expect(rig.document).toEqual(emptyRig('Lamp room, Été'));
  });

  it('lists rigs newest first with what is found in them', async () => {
    const { id } = await create('Museum', skerryLight);
    const [museum] = await shelfOf(server);
    expect(museum).toMatchObject({
      id,
      name: 'Museum',
      deletedAt: null,
      summary: {
        devices: skerryLight.devices.length,
        leads: skerryLight.leads.length,
        people: 3,
        findings: { danger: 1, fault: 1 },
      },
    });
    expect(museum!.summary!.gravest).toContain('46 V');
  });

  it('copies under a name of its own', async () => {
    const { id } = await create('Original', skerryLight);
    const { body } = await api().post(`/api/rigs/${id}/copy`).send({}).expect(201);
    expect(body.id).not.toBe(id);
    expect(body.document).toEqual({ ...skerryLight, name: 'Original (copy)' });
    const named = await api().post(`/api/rigs/${id}/copy`).send({ name: 'Second desk' }).expect(201);
    expect(named.body.document.name).toBe('Second desk');
  });

  it('deletes with undo', async () => {
    const { id } = await create('Doomed');
    await api().delete(`/api/rigs/${id}`).expect(204);
    expectError((await api().get(`/api/rigs/${id}`).expect(404)).body, 'not-found');
    const deleted = await api().get('/api/rigs?deleted=true').expect(200);
    expect(deleted.body.map((rig: { id: string }) => rig.id)).toContain(id);
    await api().post(`/api/rigs/${id}/undelete`).expect(200);
    await api().get(`/api/rigs/${id}`).expect(200);
  });

  describe('the bin', () => {
    const day = 24 * 60 * 60_000;
    const bin = () => server.app.get(Bin);
    /** So many days of the server with the clock going on as it should. */
    const run = async (days: number, from = Date.now()) => {
      for (let n = 1; n <= days; n += 1) await bin().sweep(from + n * day);
    };
    const isThere = async (id: string) =>
      ((await api().get('/api/rigs?deleted=true')).body as { id: string }[]).some((rig) => rig.id === id);

    it('keeps for thirty days of running, then lets go with the history, and a copy stands beside', async () => {
      const [gone, kept] = [await create('Gone'), await create('Kept')];
      await api().delete(`/api/rigs/${gone.id}`).expect(204);
      await run(29);
      expect(await isThere(gone.id)).toBe(true);
      await api().post(`/api/rigs/${gone.id}/undelete`).expect(200);
      await api().delete(`/api/rigs/${gone.id}`).expect(204);
      await run(31, Date.now() + 30 * day);
      expect(await isThere(gone.id)).toBe(false);
      await api().post(`/api/rigs/${gone.id}/undelete`).expect(404);
      const left = await server.app
        .get(Sequelize)
        .query(`SELECT * FROM revisions WHERE rigId = '${gone.id}'`);
      expect(left[0]).toEqual([]);
      await api().get(`/api/rigs/${kept.id}`).expect(200);
      const copy = new sqlite3.Database(sweptFile(databaseFile(server.settings.dataFolder)));
      const row = await new Promise((done) =>
        copy.get('SELECT name FROM rigs WHERE id = ?', gone.id, (_e, one) => done(one)),
      );
      expect(row).toEqual({ name: 'Gone' });
      copy.close();
    });

    it('a clock that is a month ahead, or was years behind when something was deleted, takes nothing away', async () => {
      const { id } = await create('Safe');
      await api().delete(`/api/rigs/${id}`).expect(204);
      for (let start = 0; start < 5; start += 1) await bin().sweep(Date.now() + (31 + start) * day);
      expect(await isThere(id)).toBe(true);
      await server.app
        .get(Sequelize)
        .query(`UPDATE rigs SET deletedAt = '1999-01-01 00:00:00.000 +00:00' WHERE id = '${id}'`);
      await bin().sweep();
      expect(await isThere(id)).toBe(true);
      const listed = (await api().get('/api/rigs?deleted=true')).body as {
        id: string;
        binDaysLeft: number;
      }[];
      expect(listed.find((rig) => rig.id === id)!.binDaysLeft).toBeGreaterThan(20);
    });
  });
});

describe('saving', () => {
  it('every save is a new revision; history is newest first', async () => {
    const { id, document } = await create();
    await save(id, 1, { ...document, notes: 'one' }, 'First').expect(200);
    const second = await save(id, 2, { ...document, notes: 'two' }, 'Second').expect(200);
    expect(second.body.revision).toBe(3);
    const { body } = await api().get(`/api/rigs/${id}/revisions`).expect(200);
    expect(body.map((r: { number: number; label: string }) => [r.number, r.label])).toEqual([
      [3, 'Second'],
      [2, 'First'],
      [1, 'Created'],
    ]);
    const paged = await api().get(`/api/rigs/${id}/revisions?limit=1&before=3`).expect(200);
    expect(paged.body.map((r: { number: number }) => r.number)).toEqual([2]);
    const old = await api().get(`/api/rigs/${id}/revisions/2`).expect(200);
    expect(old.body.document.notes).toBe('one');
  });

  it('restores an old revision as a new one', async () => {
    const { id, document } = await create();
    await save(id, 1, { ...document, notes: 'changed' }).expect(200);
    const { body } = await api()
      .post(`/api/rigs/${id}/restore`)
      .send({ revision: 1, baseRevision: 2 })
      .expect(200);
    expect(body).toMatchObject({ revision: 3, document: { notes: '' } });
  });

  it('a clash answers 409 with both versions and changes nothing', async () => {
    const { id, document } = await create();
    await save(id, 1, { ...document, notes: 'theirs' }).expect(200);
    const { body } = await save(id, 1, { ...document, notes: 'yours' }).expect(409);
    expectError(body, 'conflict');
    expect(body.theirs).toMatchObject({ revision: 2, document: { notes: 'theirs' } });
    expect(body.yours).toMatchObject({ baseRevision: 1, document: { notes: 'yours' } });
    expect((await api().get(`/api/rigs/${id}`)).body.document.notes).toBe('theirs');
  });

  it('the same save sent twice is not a clash', async () => {
    const { id, document } = await create();
    const changed = { ...document, notes: 'once' };
    await save(id, 1, changed).expect(200);
    expect((await save(id, 1, changed).expect(200)).body.revision).toBe(2);
  });

  it('of twenty saves at the same moment from one revision exactly one is taken', async () => {
    const { id, document } = await create();
    const answers = await Promise.all(
      Array.from({ length: 20 }, (_, n) => save(id, 1, { ...document, notes: `writer ${n}` })),
    );
    expect(answers.filter(({ status }) => status === 200)).toHaveLength(1);
    expect(answers.filter(({ status }) => status === 409)).toHaveLength(19);
    expect((await api().get(`/api/rigs/${id}/revisions`)).body).toHaveLength(2);
  });
});

describe('bad input: a clear error, an unchanged database', () => {
  let id: string;
  beforeAll(async () => {
    ({ id } = await create('Steady', skerryLight));
  });
  afterEach(async () => {
    const { body } = await api().get(`/api/rigs/${id}`).expect(200);
    expect(body.revision).toBe(1);
  });

  it.each([
    ['a dangling lead', { leads: [{ ...skerryLight.leads[0], kind: 'ghost' }] }, 'leads[0].kind'],
    [
      'text for a number',
      { assumptions: { ...skerryLight.assumptions, callLevelDbfs: 'loud' } },
      'assumptions.callLevelDbfs',
    ],
    ['a version from the future', { version: 99 }, 'version'],
  ])('%s names its place', async (_name, change, where) => {
    const { body } = await save(id, 1, { ...skerryLight, ...change }).expect(422);
    expectError(body, 'bad-document');
    expect(body.where).toBe(where);
    expect(body.problems.length).toBeGreaterThan(0);
  });

  it('prototype keys', async () => {
    const document = JSON.stringify(skerryLight).replace('"notes"', '"__proto__":{"polluted":1},"notes"');
    const { body } = await api()
      .put(`/api/rigs/${id}`)
      .set('content-type', 'application/json')
      .send(`{"baseRevision":1,"document":${document}}`)
      .expect(422);
    expect(body.where).toBe('__proto__');
    expect(({} as { polluted?: number }).polluted).toBeUndefined();
  });

  it.each([
    ['not JSON', '{"baseRevision":', 400, 'bad-request'],
    ['ten megabytes', `{"x":"${'y'.repeat(10 * 1024 * 1024)}"}`, 413, 'too-large'],
    ['no document', '{"baseRevision":1}', 400, 'bad-request'],
    ['a revision that is no number', '{"baseRevision":"x","document":{}}', 400, 'bad-request'],
    ['a key nobody knows', '{"baseRevision":1,"document":{},"extra":1}', 400, 'bad-request'],
  ])('%s', async (_name, text, status, code) => {
    const answer = await api().put(`/api/rigs/${id}`).set('content-type', 'application/json').send(text);
    expect(answer.status).toBe(status);
    expectError(answer.body, code);
  });

  it.each([
    ['an id there is not', '/api/rigs/ghost-000000', 404],
    ['an id that cannot be one', '/api/rigs/..%2f..%2fetc', 400],
    ['a revision there is not', 'REVISION', 404],
    ['a query that makes no sense', '/api/rigs?deleted=maybe', 400],
    ['an address there is not', '/api/nothing', 404],
  ])('%s', async (_name, path, status) => {
    const { body } = await api()
      .get(path === 'REVISION' ? `/api/rigs/${id}/revisions/99` : path)
      .expect(status);
    expectError(body, status === 404 ? 'not-found' : 'bad-request');
  });
});

describe('a disk that cannot be written', () => {
  /** Spoils every connection the server opens from now on, as a disk would. */
  const withDisk = async (words: string, act: () => Promise<void>) => {
    const manager = server.app.get(Sequelize).connectionManager;
    const original = manager.getConnection.bind(manager);
    manager.getConnection = async (options) => {
      const connection = (await original(options)) as { run: (sql: string, done: () => void) => void };
      await new Promise<void>((resolve) => connection.run(words, resolve));
      return connection;
    };
    await act().finally(() => (manager.getConnection = original));
  };

  it.each([
    ['full', 'PRAGMA max_page_count = 1', 'disk-full'],
    ['read-only', 'PRAGMA query_only = ON', 'disk-read-only'],
  ])('%s: 507 with the file and the cure; the rig stays as it was', async (_name, words, code) => {
    const { id, document } = await create('On disk', skerryLight);
    // The database has undone it by itself, and Sequelize says that it could not once more.
    jest.spyOn(console, 'warn').mockImplementation(() => undefined);
    await withDisk(words, async () => {
      const answer = await save(id, 1, { ...document, notes: 'x'.repeat(19_000) });
      expect(answer.status).toBe(507);
      expectError(answer.body, code);
      expect(answer.body.where).toContain('diaphon.sqlite');
    });
    const { body } = await api().get(`/api/rigs/${id}`).expect(200);
    expect(body).toMatchObject({ revision: 1, document: { notes: skerryLight.notes } });
    await save(id, 1, { ...document, notes: 'works again' }).expect(200);
  });
});

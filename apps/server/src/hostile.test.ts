import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { request as ask } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RigOnShelf } from '@diaphon/api';
import { DEMO_RIGS, emptyRig, skerryLight } from '@diaphon/core';
import { Sequelize } from 'sequelize';
import request from 'supertest';
import sqlite3 from 'sqlite3';
import { checkDatabaseFile, FORMAT } from './database/check-file';
import { openDatabase } from './database/open-database';
import { GuardedWorker, TooHeavy } from './documents/guarded-worker';
import { subnetOf } from './sign-in/locks';
import { stopInOrder } from './stop';
import { shelfOf, startTestServer, type TestServer } from './tests/server';

/** What a hostile client, a bad disk and a bad file can do: nothing but be told so. */

describe('what a client gets wrong', () => {
  let server: TestServer;
  const api = () => request(server.http);
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());

  it.each([
    ['an encoding nobody knows', { 'content-encoding': 'zstd-9' }, '{}', 415],
    ['a character set nobody knows', { 'content-type': 'application/json; charset=ebcdic' }, '{}', 415],
    ['a gzip that is none', { 'content-encoding': 'gzip' }, 'not gzip', 400],
    ['JSON that is cut off', {}, '{"name":', 400],
  ])('%s is a fault of the client, with a cure', async (_name, headers, body, status) => {
    const answer = await api()
      .post('/api/rigs')
      .set({ 'content-type': 'application/json', ...headers })
      .send(body);
    expect(answer.status).toBe(status);
    expect(answer.body).toMatchObject({ code: 'bad-request', hint: expect.stringMatching(/.{10}/) });
  });

  it('broken escapes in an address too', async () => {
    const { port } = server.http.listen(0).address() as AddressInfo;
    const status = await new Promise((resolve) =>
      ask({ port, path: '/api/rigs/%E0%A4%A' }, (answer) => resolve(answer.statusCode)).end(),
    );
    expect(status).toBe(400);
  });

  it('half a letter is refused with its place, in a name and in a document', async () => {
    const half = (text: string) => `{"name":"${text}"}`;
    const send = (body: string) => api().post('/api/rigs').set('content-type', 'application/json').send(body);
    expect((await send(half('\\ud800'))).body).toMatchObject({ where: 'name' });
    const document = { ...skerryLight, notes: '\ud83d' };
    const { status, body } = await api().post('/api/rigs').send({ name: 'x', document });
    expect(status).toBeLessThan(500);
    expect(body.where).toContain('notes');
  });

  it('a document of 900,000 nulls is larger than any rig, and not even taken in', async () => {
    const document = { ...emptyRig('x'), models: Array(900_000).fill(null) };
    const { status, body } = await api().post('/api/rigs').send({ name: 'x', document });
    expect([status, body.where]).toEqual([413, 'body']);
  });

  it('one of 380,000 nulls is refused before it is parsed', async () => {
    const document = { ...emptyRig('x'), models: Array(380_000).fill(null) };
    const { status, body } = await api().post('/api/rigs').send({ name: 'x', document });
    expect(status).toBe(422);
    expect(body).toMatchObject({ where: 'body', hint: expect.stringContaining('split') });
  });

  it('one of 20,000 nulls, few enough to be parsed, is refused with its place', async () => {
    const document = { ...emptyRig('x'), models: Array(20_000).fill(null) };
    const { status, body } = await api().post('/api/rigs').send({ name: 'x', document });
    expect([status, body.where]).toEqual([422, 'models']);
  });

  it('30,000 rows of stock are refused without being compared', async () => {
    const rows = Array.from({ length: 30_000 }, () => ({ kind: 'xlr', lengthM: 1, count: 1 }));
    const start = performance.now();
    await api().put('/api/stock').send({ rows }).expect(400);
    expect(performance.now() - start).toBeLessThan(1000);
  });

  it('answers are kept in no cache; other sites may not ask; a link from elsewhere may be followed', async () => {
    const { headers } = await api().get('/api/rigs').expect(200);
    expect(headers['cache-control']).toBe('no-store');
    expect(headers['permissions-policy']).toContain('camera=()');
    await api().get('/api/rigs').set('Sec-Fetch-Site', 'cross-site').expect(403);
    await api().get('/api/rigs').set('Sec-Fetch-Site', 'same-origin').expect(200);
    const { status } = await api().get('/').set('Sec-Fetch-Site', 'cross-site');
    expect(status).not.toBe(403);
  });
});

describe('the shelf', () => {
  it('reads what was worked out at saving; a rig that cannot be read is one bad card with its cure', async () => {
    const server = await startTestServer({ seedDemo: true });
    const shelf = () => shelfOf(server);
    expect((await shelf()).every(({ summary }) => summary !== null)).toBe(true);
    const { id, revision } = (await shelf())[0]!;
    const sequelize = server.app.get(Sequelize);
    await sequelize.query(
      `UPDATE revisions SET document = '{' WHERE rigId = '${id}' AND number = ${revision}`,
    );
    await sequelize.query('DELETE FROM summaries');
    const after = await shelf();
    expect(after).toHaveLength(DEMO_RIGS.length);
    const bad = after.find((rig) => rig.id === id);
    expect(bad).toMatchObject({ summary: null, trouble: expect.stringContaining('earlier') });
    const { body } = await request(server.http).get(`/api/rigs/${id}`).expect(422);
    expect(body).toMatchObject({ code: 'damaged', hint: expect.stringContaining('history') });
    await server.close();
  });

  it('text changed inside a sound file is one revision that says so, old or new; a part that is missing too', async () => {
    const server = await startTestServer();
    const api = request(server.http);
    const { body: made } = await api
      .post('/api/rigs')
      .send({ name: 'Lamp', document: skerryLight })
      .expect(201);
    const put = { baseRevision: 1, document: { ...made.document, notes: 'two' }, label: 'Edit' };
    await api.put(`/api/rigs/${made.id}`).send(put).expect(200);
    const sequelize = server.app.get(Sequelize);
    const change = (sql: string) => sequelize.query(sql);
    // One letter of what is kept of the first revision: it may well still be read, as something else.
    await change(
      `UPDATE revisions SET document = substr(document, 1, 40) || 'A' || substr(document, 42) WHERE number = 1`,
    );
    const old = await api.get(`/api/rigs/${made.id}/revisions/1`).expect(422);
    expect(old.body).toMatchObject({ code: 'damaged', where: expect.stringContaining('revision 1') });
    expect((await api.get(`/api/rigs/${made.id}`).expect(200)).body.document.notes).toBe('two');
    expect((await api.get(`/api/rigs/${made.id}/revisions`).expect(200)).body).toHaveLength(2);
    // What an older Diaphon wrote has no hash, and may be sound JSON of something else.
    await change("UPDATE revisions SET document = '[7]', hash = NULL WHERE number = 1");
    expect((await api.get(`/api/rigs/${made.id}/revisions/1`).expect(422)).body.code).toBe('damaged');
    await change("UPDATE keptParts SET document = document || ' ' WHERE rowid = 1");
    expect((await api.get(`/api/rigs/${made.id}`).expect(422)).body.code).toBe('damaged');
    await change('DELETE FROM keptParts WHERE rowid = 1');
    expect((await api.get(`/api/rigs/${made.id}`).expect(422)).body.code).toBe('damaged');
    await server.close();
  });

  it('500 rigs are listed from their summaries', async () => {
    const server = await startTestServer();
    const sequelize = server.app.get(Sequelize);
    await request(server.http).post('/api/rigs').send({ name: 'one' }).expect(201);
    await shelfOf(server);
    await sequelize.query(`WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 499)
      INSERT INTO rigs (id, name, revision, createdAt, updatedAt) SELECT 'copy-' || i, name, revision, createdAt, updatedAt FROM rigs, n`);
    await sequelize.query(`INSERT INTO summaries (rigId, revision, engine, summary)
      SELECT rigs.id, 1, engine, summary FROM rigs, summaries WHERE rigs.id LIKE 'copy-%'`);
    const { body } = await request(server.http).get('/api/rigs').expect(200);
    expect(body).toHaveLength(500);
    const [{ id: known }] = body.filter(({ id }: { id: string }) => id.startsWith('copy-'));
    expect(known).toBeDefined();
    // After the engine has changed nothing waits for all of them: those that are there are shown, the others come.
    await sequelize.query(`DELETE FROM summaries WHERE rigId LIKE 'copy-%'`);
    const then = (await request(server.http).get('/api/rigs').expect(200)).body as RigOnShelf[];
    expect(then.filter(({ summary }) => summary !== null)).toHaveLength(1);
    await server.close();
  });
});

describe('a worker for documents', () => {
  it('gives up what takes too long, and does the next', async () => {
    const worker = new GuardedWorker({ milliseconds: 20, megabytes: 256 });
    // As much as a document may hold: more is refused at once. Walking it takes far longer than the 20 ms it has.
    const models = Array.from({ length: 12 }, () => skerryLight.models).flat();
    await expect(worker.run('readRig', { ...skerryLight, models })).rejects.toBeInstanceOf(TooHeavy);
    await worker.close();
    const patient = new GuardedWorker({ milliseconds: 20_000, megabytes: 256 });
    await expect(patient.run('readRig', skerryLight)).resolves.toEqual({ ok: true });
    await expect(patient.run('readRig', {})).resolves.toMatchObject({ ok: false });
    await patient.close();
    await expect(patient.run('readRig', {})).rejects.toThrow('stopping');
  });
});

it('saves under way while it is stopped end, or are told that it stops: never 500, and what was answered is kept', async () => {
  const dataFolder = mkdtempSync(join(tmpdir(), 'diaphon-stop-'));
  const server = await startTestServer({ dataFolder });
  await server.app.listen(0, '127.0.0.1');
  const at = await server.app.getUrl();
  const post = (name: string) =>
    fetch(`${at}/api/rigs`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ name, document: skerryLight }),
    }).then(
      async (answer) => ({ status: answer.status, name, body: (await answer.json()) as { code?: string } }),
      () => ({ status: 0, name, body: {} }),
    );
  const saves = Array.from({ length: 40 }, (_, n) => post(`Stop ${n}`));
  await Promise.race(saves);
  await server.app.close();
  const ended = await Promise.all(saves);
  expect(ended.filter(({ status }) => ![0, 201, 503].includes(status))).toEqual([]);
  const again = await startTestServer({ dataFolder });
  const names = new Set((await shelfOf(again)).map(({ name }) => name));
  for (const { status, name } of ended) if (status === 201) expect(names).toContain(name);
  await again.close();
  rmSync(dataFolder, { recursive: true });
});

describe('the passphrase', () => {
  it('a whole /64 of IPv6 counts as one address; a request without a passphrase is no guess', async () => {
    expect(subnetOf('2001:db8:1:2:3:4:5:6')).toBe('2001:db8:1:2::/64');
    expect(subnetOf('2001:db8:1:2::9')).toBe('2001:db8:1:2::/64');
    expect(subnetOf('2001:db8::9')).toBe('2001:db8:0:0::/64');
    expect(subnetOf('::ffff:10.0.0.7')).toBe('::ffff:10.0.0.7');
    expect(subnetOf('10.0.0.7')).toBe('10.0.0.7');
    const server = await startTestServer({ passphrase: 'fog signal' });
    for (let asked = 0; asked < 8; asked += 1) await request(server.http).get('/api/health').expect(401);
    await request(server.http).get('/api/health').auth('any', 'fog signal').expect(200);
    await server.close();
  });
});

describe('the database file', () => {
  const folder = mkdtempSync(join(tmpdir(), 'diaphon-file-'));
  const file = join(folder, 'diaphon.sqlite');
  afterAll(() => rmSync(folder, { recursive: true }));
  const run = (sql: string) =>
    new Promise<void>((resolve, reject) => {
      const database = new sqlite3.Database(file);
      database.exec(sql, (error) => database.close(() => (error ? reject(error) : resolve())));
    });
  const begin = () => rmSync(file, { force: true });

  it('none yet, and one of its own, are taken', async () => {
    begin();
    await expect(checkDatabaseFile(file)).resolves.toBeUndefined();
    await (await openDatabase(folder)).close();
    await expect(checkDatabaseFile(file)).resolves.toBeUndefined();
    await (await openDatabase(folder)).close();
  });

  it('one that cannot be read is not called damaged', async () => {
    const there = join(folder, 'not-a-file');
    mkdirSync(join(there, 'within'), { recursive: true });
    await expect(checkDatabaseFile(there)).rejects.toThrow(
      /cannot be read \(EISDIR\); nothing says that it is damaged/,
    );
  });

  it('taken away while it is open: a save is refused, health says so, and neither is said to be kept', async () => {
    const server = await startTestServer();
    await request(server.http).get('/api/health').expect(200);
    rmSync(server.settings.dataFolder, { recursive: true });
    const { body } = await request(server.http).post('/api/rigs').send({ name: 'Lost' }).expect(507);
    expect(body).toMatchObject({ code: 'disk-error', hint: expect.stringContaining('data folder') });
    await request(server.http).get('/api/health').expect(507);
    await server.close();
  });

  it('of a newer Diaphon is refused with the cure, and not changed', async () => {
    await run(`PRAGMA user_version = ${FORMAT + 1}`);
    await expect(openDatabase(folder)).rejects.toThrow(/newer Diaphon. Update/);
    await run(`PRAGMA user_version = ${FORMAT}`);
  });

  it('of another program is refused', async () => {
    begin();
    await run('CREATE TABLE songs (name TEXT); PRAGMA application_id = 7');
    await expect(openDatabase(folder)).rejects.toThrow('another program');
    begin();
    await run('CREATE TABLE songs (name TEXT)');
    await expect(openDatabase(folder)).rejects.toThrow('another program');
  });

  it('that is no database, or cut off, is refused with its cause', async () => {
    writeFileSync(file, 'a shopping list, much longer than sixteen letters');
    await expect(openDatabase(folder)).rejects.toThrow('not a database');
    begin();
    await (await openDatabase(folder)).close();
    await run(`CREATE TABLE filler (x TEXT);
      WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 2000) INSERT INTO filler SELECT hex(randomblob(100)) FROM n;
      PRAGMA wal_checkpoint(TRUNCATE); PRAGMA journal_mode = DELETE`);
    const { truncateSync, statSync } = await import('node:fs');
    truncateSync(file, Math.floor(statSync(file).size / 3));
    await expect(openDatabase(folder)).rejects.toThrow(/damaged|backup/);
  });
});

describe('stopping', () => {
  it('takes at most five seconds, though a client never finishes its request', async () => {
    const server = await startTestServer();
    await server.app.listen(0, '127.0.0.1');
    const { port } = server.http.address() as AddressInfo;
    const hanging = ask({ port, method: 'POST', path: '/api/rigs', headers: { 'content-length': 1000 } });
    hanging.on('error', () => undefined);
    hanging.write('{');
    await new Promise((resolve) => setTimeout(resolve, 200));
    const start = performance.now();
    const end = jest.fn();
    await stopInOrder(server.app, end);
    expect(performance.now() - start).toBeLessThan(5000);
    expect(end).not.toHaveBeenCalled();
    rmSync(server.settings.dataFolder, { recursive: true, force: true });
  });
});

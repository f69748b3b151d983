import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_RIGS } from '@diaphon/core';
import { QueryTypes, Sequelize } from 'sequelize';
import request from 'supertest';
import { DemoService } from './demo/demo.service';
import { Bin } from './rigs/bin.service';
import { readSettings } from './settings';
import { startTestServer } from './tests/server';

describe('settings', () => {
  it('binds to loopback unless told otherwise', () => {
    expect(readSettings({})).toMatchObject({ host: '127.0.0.1', port: 4380, seedDemo: false });
  });

  it('told otherwise, it requires a passphrase', () => {
    expect(() => readSettings({ DIAPHON_HOST: '0.0.0.0' })).toThrow('DIAPHON_PASSPHRASE');
    const open = (DIAPHON_PASSPHRASE: string) => () =>
      readSettings({ DIAPHON_HOST: '0.0.0.0', DIAPHON_PASSPHRASE });
    for (const bad of ['          ', 'aaaaaaaaaa', 'abab abab abab', '   fog   '])
      expect(open(bad)).toThrow('five of them different');
    expect(open('fog signal at nine')).not.toThrow();
    expect(() => readSettings({ DIAPHON_HOST: '0.0.0.0', DIAPHON_PASSPHRASE: 'nine char' })).toThrow('ten');
    expect(readSettings({ DIAPHON_HOST: '0.0.0.0', DIAPHON_PASSPHRASE: 'long enough' }).host).toBe('0.0.0.0');
  });

  it('names a port that makes no sense', () => {
    expect(() => readSettings({ DIAPHON_PORT: 'eighty' })).toThrow('DIAPHON_PORT is "eighty"');
  });
});

describe('the server as a whole', () => {
  it('answers health, kit and the API page, all from its own files', async () => {
    const server = await startTestServer();
    const api = request(server.http);
    expect((await api.get('/api/health').expect(200)).body).toMatchObject({ status: 'ok', database: 'ok' });
    const kit = (await api.get('/api/kit').expect(200)).body;
    expect(kit.deviceModels.length).toBeGreaterThanOrEqual(20);
    expect((await api.get('/api/kit/rig-schema').expect(200)).body.title).toBe('Diaphon rig document');
    const page = (await api.get('/api/docs').expect(200)).text;
    expect(page.match(/(?:src|href)="https?:/g)).toBeNull();
    const described = (await api.get('/api/docs-json').expect(200)).body;
    expect(Object.keys(described.paths)).toContain('/api/rigs/{id}/restore');
    await server.close();
  });

  it('keeps strict content security and the write-ahead log', async () => {
    const server = await startTestServer();
    const { headers } = await request(server.http).get('/api/health');
    const policy = headers['content-security-policy']!;
    expect(policy).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(policy).toContain("default-src 'self'");
    expect(policy).not.toMatch(/'unsafe-(eval|inline|hashes)'/);
    const pragma = (name: string) =>
      server.app.get(Sequelize).query(`PRAGMA ${name}`, { type: QueryTypes.SELECT });
    expect(await pragma('journal_mode')).toEqual([{ journal_mode: 'wal' }]);
    expect(await pragma('foreign_keys')).toEqual([{ foreign_keys: 1 }]);
    await server.close();
  });

  it('serves the interface for every address that is not the API', async () => {
    const webFolder = mkdtempSync(join(tmpdir(), 'diaphon-web-'));
    mkdirSync(join(webFolder, 'assets'));
    writeFileSync(join(webFolder, 'index.html'), '<title>page</title>');
    writeFileSync(join(webFolder, 'assets/a.js'), '1');
    const server = await startTestServer({ webFolder });
    const api = request(server.http);
    expect((await api.get('/rigs/x/levels').expect(200)).text).toContain('page');
    expect((await api.get('/assets/a.js').expect(200)).headers['cache-control']).toContain('immutable');
    await api.get('/assets/ghost.js').expect(404);
    expect((await api.get('/api/ghost').expect(404)).body.code).toBe('not-found');
    await server.close();
    rmSync(webFolder, { recursive: true });
  });

  it('refuses other sites and other names for this machine', async () => {
    const server = await startTestServer();
    const api = request(server.http);
    await api.get('/api/health').set('Host', 'evil.example').expect(403);
    await api.post('/api/rigs').set('Origin', 'http://evil.example').send({ name: 'x' }).expect(403);
    await api
      .get('/api/health')
      .set('Host', 'localhost:4380')
      .set('Origin', 'http://localhost:4380')
      .expect(200);
    await server.close();
  });

  it('asks for the passphrase when there is one', async () => {
    const server = await startTestServer({ passphrase: 'fog signal' });
    const api = request(server.http);
    const { headers, body } = await api.get('/api/health').expect(401);
    expect(headers['www-authenticate']).toContain('Basic');
    expect(body.code).toBe('passphrase');
    await api.get('/api/health').auth('anyone', 'wrong').expect(401);
    await api.get('/api/health').auth('anyone', 'fog signal').expect(200);
    await server.close();
  });
});

describe('the demo', () => {
  it('is seeded once, brought back on request, and never overwrites', async () => {
    const dataFolder = mkdtempSync(join(tmpdir(), 'diaphon-demo-'));
    const start = () => startTestServer({ dataFolder, seedDemo: true });
    type Row = { id: string; name: string; revision: number };
    let server = await start();
    const list = async () => (await request(server.http).get('/api/rigs')).body as Row[];
    const first = await list();
    expect(first.map(({ name }) => name)).toEqual(DEMO_RIGS.map(({ rig }) => rig.name));

    const [museum, second] = first as [Row, Row];
    const api = () => request(server.http);
    const { body: open } = await api().get(`/api/rigs/${museum.id}`);
    await api()
      .put(`/api/rigs/${museum.id}`)
      .send({ baseRevision: 1, document: { ...open.document, notes: 'mine' } })
      .expect(200);
    await api().delete(`/api/rigs/${second.id}`).expect(204);
    await api().post('/api/rigs').send({ name: 'My own' }).expect(201);
    await server.close();

    // Started again: nothing seeded twice, the edit still there, the deleted one still gone.
    server = await start();
    expect((await list()).map(({ name }) => name)).not.toContain(second.name);
    expect(await list()).toHaveLength(DEMO_RIGS.length);
    expect((await api().get(`/api/rigs/${museum.id}`)).body.document.notes).toBe('mine');

    // Long gone from the bin, it still does not come back by itself.
    for (let day = 1; day <= 31; day += 1)
      await server.app.get(Bin).sweep(Date.now() + day * 24 * 60 * 60_000);
    expect(await server.app.get(DemoService).seed()).toBe(0);
    expect((await api().post('/api/demo/reset').expect(200)).body).toEqual({ restored: 2 });
    expect((await api().get(`/api/rigs/${museum.id}`)).body.document).toEqual(open.document);
    expect((await api().get(`/api/rigs/${museum.id}/revisions/2`)).body.document.notes).toBe('mine');
    expect((await list()).map(({ name }) => name)).toEqual(expect.arrayContaining(['My own', second.name]));
    expect((await api().post('/api/demo/reset').expect(200)).body).toEqual({ restored: 0 });
    await server.close();
    rmSync(dataFolder, { recursive: true });
  });
});

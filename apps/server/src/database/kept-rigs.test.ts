import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import request from 'supertest';
import { generateRig, type Rig } from '@diaphon/core';
import { startTestServer, type TestServer } from '../tests/server';
import { KeptPartRow, RevisionRow, SummaryRow } from './models';
import { RigsService } from '../rigs/rigs.service';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());
const api = () => request(server.http);

describe('what is kept of a rig', () => {
  it('250 small edits of 200 devices are under 6 MB, and none is lost', async () => {
    const rigs = server.app.get(RigsService);
    let rig: Rig = generateRig(200);
    const { id } = await rigs.create(rig.name, rig);
    for (let revision = 1; revision <= 250; revision += 1) {
      rig = { ...rig, notes: `Note ${revision}` };
      await rigs.save(id, { baseRevision: revision, document: rig, label: 'Edit' });
    }
    const file = join(server.settings.dataFolder, 'diaphon.sqlite');
    const bytes = [file, `${file}-wal`].reduce((sum, one) => sum + statSync(one).size, 0);
    expect(bytes).toBeLessThan(6 * 1024 * 1024);
    for (const number of [2, 125, 251]) {
      expect((await rigs.revision(id, number)).document).toEqual({ ...rig, notes: `Note ${number - 1}` });
    }
    // Every model and lead kind once, however many revisions name it.
    expect(await KeptPartRow.count()).toBe(rig.models.length + rig.leadKinds.length);
  }, 120_000);

  it('what the shelf shows is worked out once a rig is left alone, of the newest revision only', async () => {
    const rigs = server.app.get(RigsService);
    const rig = generateRig(10);
    const { id } = await rigs.create(rig.name, rig);
    for (const baseRevision of [1, 2, 3])
      await rigs.save(id, { baseRevision, document: { ...rig, notes: `${baseRevision}` }, label: 'Edit' });
    const kept = () => SummaryRow.findOne({ where: { rigId: id } });
    expect(await kept()).toBeNull();
    let found = await kept();
    for (let tries = 0; !found && tries < 100; tries += 1) {
      await new Promise((resolve) => setTimeout(resolve, 100));
      found = await kept();
    }
    expect(found!.revision).toBe(4);
  });

  it('a revision an older Diaphon wrote opens as the present version', async () => {
    const fixture = join(__dirname, '../../../../packages/core/fixtures/desks/dead-no-xlr-lead.json');
    const { body } = await api().post('/api/rigs').send({ name: 'Old' }).expect(201);
    await RevisionRow.update(
      { document: readFileSync(fixture, 'utf8'), hash: null },
      { where: { rigId: body.id as string, number: 1 } },
    );
    const opened = await api().get(`/api/rigs/${body.id}`).expect(200);
    expect(opened.body.document).toMatchObject({ version: 2, apps: [{ id: 'recorder', computer: 'l' }] });
    const history = await api().get(`/api/rigs/${body.id}/revisions/1`).expect(200);
    expect(history.body.document.version).toBe(2);
  });
});

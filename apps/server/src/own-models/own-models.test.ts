import { DEVICE_MODELS, modelFile, type DeviceModel } from '@diaphon/core';
import request from 'supertest';
import { startTestServer, type TestServer } from '../tests/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());
const api = () => request(server.http);

const ribbon = (change: Partial<DeviceModel> = {}) =>
  modelFile({ ...DEVICE_MODELS.find(({ id }) => id === 'mic-ribbon')!, name: 'Óur ribbon', ...change });
const keep = async (file: object = ribbon()) =>
  (await api().post('/api/models').send({ file }).expect(201)).body as {
    id: string;
    revision: number;
    model: DeviceModel;
  };
const listed = async () =>
  ((await api().get('/api/models').expect(200)).body as { id: string }[]).map(({ id }) => id);

describe('models users made', () => {
  it('is kept under an id of its own, and listed', async () => {
    const kept = await keep();
    expect(kept.id).toMatch(/^own-our-ribbon-[0-9a-f]{6}$/);
    expect(kept.model).toEqual({ ...ribbon().model, id: kept.id });
    expect(await listed()).toContain(kept.id);
  });

  it('a change is a new revision; from an old one it is a conflict that shows the newest', async () => {
    const { id } = await keep();
    const change = (baseRevision: number, name: string) =>
      api()
        .put(`/api/models/${id}`)
        .send({ baseRevision, file: ribbon({ name }) });
    expect((await change(1, 'Second')).body).toMatchObject({
      id,
      revision: 2,
      model: { id, name: 'Second' },
    });
    const { body } = await change(1, 'Late').expect(409);
    expect(body).toMatchObject({
      code: 'conflict',
      theirs: { revision: 2, model: { name: 'Second' } },
      yours: { baseRevision: 1, document: { name: 'Late' } },
    });
    // The same sent again, because its answer got lost: no clash, and no revision more.
    const { body: again } = await change(1, 'Second').expect(200);
    expect(again).toMatchObject({ revision: 2, model: { name: 'Second' } });
  });

  it('removed, it is not listed; nothing is lost: it can be taken back', async () => {
    const { id } = await keep();
    await api().delete(`/api/models/${id}`).expect(204);
    await api().delete(`/api/models/${id}`).expect(204);
    expect(await listed()).not.toContain(id);
    const { body: late } = await api()
      .put(`/api/models/${id}`)
      .send({ baseRevision: 1, file: ribbon() })
      .expect(409);
    expect(late).toMatchObject({ message: expect.stringContaining('removed'), theirs: null });
    expect((await api().post(`/api/models/${id}/restore`).expect(200)).body).toMatchObject({
      id,
      revision: 3,
    });
    expect(await listed()).toContain(id);
    expect((await api().post(`/api/models/${id}/restore`).expect(200)).body).toMatchObject({ revision: 3 });
  });

  it.each([
    ['no file', {}, 400, 'file'],
    ['a rig', { file: { format: 'diaphon-rig' } }, 422, 'format'],
    ['a model without a name', { file: ribbon({ name: '' }) }, 422, 'model.name'],
    ['a pin there is not', { file: ribbon({ ports: [] }) }, 422, 'model.elements[0]'],
  ])('%s is refused with its place', async (_what, body, status, where) => {
    const answer = await api().post('/api/models').send(body).expect(status);
    expect(answer.body).toMatchObject({ where });
  });

  it.each([
    ['put', '/api/models/own-ghost', { baseRevision: 1, file: ribbon() }, 404],
    ['post', '/api/models/own-ghost/restore', {}, 404],
    ['delete', '/api/models/mic-ribbon', {}, 400],
  ] as const)('%s %s', async (method, path, body, status) => {
    await api()[method](path).send(body).expect(status);
  });

  it('twenty kept at once all arrive, each under an id of its own', async () => {
    const kept = await Promise.all(Array.from({ length: 20 }, () => keep(ribbon({ name: 'At once' }))));
    expect(new Set(kept.map(({ id }) => id)).size).toBe(20);
    const ids = await listed();
    for (const { id } of kept) expect(ids).toContain(id);
  });
});

describe('models outlive the server', () => {
  it('kept, changed and removed ones are as they were after a restart, and the old tables are untouched', async () => {
    const first = await startTestServer();
    const post = (path: string, body: object) => request(first.http).post(path).send(body);
    const kept = (await post('/api/models', { file: ribbon({ name: 'Kept' }) }).expect(201)).body as {
      id: string;
    };
    const gone = (await post('/api/models', { file: ribbon({ name: 'Gone' }) }).expect(201)).body as {
      id: string;
    };
    await request(first.http)
      .put(`/api/models/${kept.id}`)
      .send({ baseRevision: 1, file: ribbon({ name: 'Kept, changed' }) })
      .expect(200);
    await request(first.http).delete(`/api/models/${gone.id}`).expect(204);
    await request(first.http)
      .put('/api/stock')
      .send({ rows: [{ kind: 'xlr', lengthM: 3, count: 2 }] })
      .expect(200);
    await first.app.close();

    const second = await startTestServer({ dataFolder: first.settings.dataFolder });
    const models = (await request(second.http).get('/api/models').expect(200)).body as {
      model: { name: string };
    }[];
    expect(models.map(({ model }) => model.name)).toEqual(['Kept, changed']);
    expect((await request(second.http).get('/api/stock')).body).toHaveLength(1);
    expect(
      (await request(second.http).post(`/api/models/${gone.id}/restore`).expect(200)).body,
    ).toMatchObject({
      model: { name: 'Gone' },
    });
    await second.close();
  });
});

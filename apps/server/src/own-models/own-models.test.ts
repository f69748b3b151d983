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
    expect(body).toMatchObject({ code: 'conflict', current: { revision: 2, model: { name: 'Second' } } });
  });

  it('removed, it is not listed; nothing is lost: it can be taken back', async () => {
    const { id } = await keep();
    await api().delete(`/api/models/${id}`).expect(204);
    await api().delete(`/api/models/${id}`).expect(204);
    expect(await listed()).not.toContain(id);
    await api().put(`/api/models/${id}`).send({ baseRevision: 1, file: ribbon() }).expect(409);
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
});

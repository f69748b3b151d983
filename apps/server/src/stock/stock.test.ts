import request from 'supertest';
import { startTestServer, type TestServer } from '../tests/server';

let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
});
afterAll(() => server.close());
const api = () => request(server.http);

describe('the leads someone owns', () => {
  it('starts empty, keeps what is put, in order', async () => {
    expect((await api().get('/api/stock').expect(200)).body).toEqual([]);
    const rows = [
      { kind: 'xlr', lengthM: 6, count: 4 },
      { kind: 'mini', lengthM: 1, count: 2 },
      { kind: 'xlr', lengthM: 3, count: 1 },
    ];
    const { body } = await api().put('/api/stock').send({ rows }).expect(200);
    expect(body).toEqual([rows[1], rows[2], rows[0]]);
    expect((await api().get('/api/stock')).body).toEqual(body);
  });

  it('putting again replaces the list', async () => {
    await api()
      .put('/api/stock')
      .send({ rows: [{ kind: 'rca', lengthM: 2, count: 1 }] })
      .expect(200);
    expect((await api().get('/api/stock')).body).toHaveLength(1);
  });

  it.each([
    ['a length that is none', [{ kind: 'xlr', lengthM: 'long', count: 1 }], 'rows.0.lengthM'],
    ['half a lead', [{ kind: 'xlr', lengthM: 1, count: 0.5 }], 'rows.0.count'],
    ['a kind that cannot be one', [{ kind: '../x', lengthM: 1, count: 1 }], 'rows.0.kind'],
    [
      'a row twice',
      [
        { kind: 'xlr', lengthM: 1, count: 1 },
        { kind: 'xlr', lengthM: 1, count: 2 },
      ],
      'rows.1',
    ],
    ['no rows', undefined, 'rows'],
  ])('%s is refused with its place, and the list stays', async (_name, rows, where) => {
    const { body } = await api().put('/api/stock').send({ rows }).expect(400);
    expect(body).toMatchObject({ code: 'bad-request', where });
    expect((await api().get('/api/stock')).body).toHaveLength(1);
  });
});

import { skerryLight } from '@diaphon/core';
import { configureStore } from '@reduxjs/toolkit';
import { callServer, explain } from './call';
import { fakeFetch } from './fake-fetch.testing';
import { serverApi } from './server-api';

const setUp = () =>
  configureStore({
    reducer: { [serverApi.reducerPath]: serverApi.reducer },
    middleware: (defaults) =>
      defaults({ serializableCheck: false, immutableCheck: false }).concat(serverApi.middleware),
  });

describe('asking the server', () => {
  it('sends JSON and gives back what was answered', async () => {
    const fetched = fakeFetch(() => ({ status: 201, body: { id: 'x' } }));
    await expect(callServer({ path: '/rigs', method: 'POST', body: { name: 'Name' } })).resolves.toEqual({
      data: { id: 'x' },
    });
    expect(fetched).toHaveBeenCalledWith(
      '/api/rigs',
      expect.objectContaining({ method: 'POST', body: '{"name":"Name"}' }),
    );
  });

  it('puts ids into addresses safely', async () => {
    const fetched = fakeFetch(() => ({ status: 200, body: {} }));
    await setUp().dispatch(serverApi.endpoints.open.initiate('../health'));
    expect(fetched).toHaveBeenCalledWith('/api/rigs/..%2Fhealth', expect.anything());
  });

  it('nothing to read after a deletion', async () => {
    fakeFetch(() => ({ status: 204 }));
    await expect(callServer({ path: '/rigs/x', method: 'DELETE' })).resolves.toEqual({ data: null });
  });

  it('an error keeps the server’s words and what came with them', async () => {
    fakeFetch(() => ({
      status: 409,
      body: { code: 'conflict', message: 'Changed.', where: 'x', hint: 'Compare.', theirs: { revision: 4 } },
    }));
    const { error } = (await callServer({ path: '/rigs/x' })) as { error: unknown };
    expect(explain(error)).toMatchObject({ code: 'conflict', hint: 'Compare.', theirs: { revision: 4 } });
  });

  it('an answer that says nothing is still explained', async () => {
    fakeFetch(() => ({ status: 502 }));
    const { error } = (await callServer({ path: '/rigs/x' })) as { error: unknown };
    expect(explain(error)).toMatchObject({ code: 'no-answer', message: expect.stringContaining('502') });
  });

  it('no answer at all says what to do', async () => {
    fakeFetch(() => Promise.reject(new TypeError('fetch failed')));
    const { error } = (await callServer({ path: '/rigs' })) as { error: unknown };
    expect(error).toMatchObject({ status: null });
    expect(explain(error)).toMatchObject({ code: 'offline', hint: expect.stringContaining('npm run demo') });
  });

  it('what nobody foresaw is not put down to the server', () => {
    expect(explain(new RangeError('too deep'))).toMatchObject({ code: 'failed', where: 'too deep' });
  });
});

describe('lists', () => {
  it('are read anew when something was done to what they list', async () => {
    const fetched = fakeFetch((path) => ({
      status: 200,
      body: path.startsWith('/api/rigs?')
        ? []
        : { id: 'x', revision: 1, updatedAt: '', document: skerryLight },
    }));
    const store = setUp();
    store.dispatch(serverApi.endpoints.shelf.initiate());
    await store.dispatch(serverApi.endpoints.copy.initiate('x'));
    await Promise.all(store.dispatch(serverApi.util.getRunningQueriesThunk()));
    expect(fetched.mock.calls.map(([path]) => path)).toEqual([
      '/api/rigs?deleted=false',
      '/api/rigs/x/copy',
      '/api/rigs?deleted=false',
    ]);
  });

  it('leads owned are shown as they were typed, though the server refuses them', async () => {
    fakeFetch((_path, body) =>
      body
        ? { status: 507, body: { code: 'disk-full', message: 'm', where: 'w', hint: 'h' } }
        : { status: 200, body: [] },
    );
    const store = setUp();
    await store.dispatch(serverApi.endpoints.stock.initiate());
    const rows = [{ kind: 'xlr', lengthM: 3, count: 2 }];
    const { error } = await store.dispatch(serverApi.endpoints.putStock.initiate(rows));
    expect(explain(error)).toMatchObject({ code: 'disk-full' });
    expect(serverApi.endpoints.stock.select()(store.getState()).data).toEqual(rows);
  });

  it('the history comes in pages, each before the last of the one before', async () => {
    const page = (from: number, count: number) =>
      Array.from({ length: count }, (_, at) => ({ number: from - at, label: '', savedAt: '' }));
    const fetched = fakeFetch((path) => ({
      status: 200,
      body: path.includes('before=31') ? page(30, 30) : page(80, 50),
    }));
    const store = setUp();
    const { history } = serverApi.endpoints;
    const first = await store.dispatch(history.initiate('x'));
    expect(first.hasNextPage).toBe(true);
    const second = await store.dispatch(history.initiate('x', { direction: 'forward' }));
    expect(second.data!.pages.flat()).toHaveLength(80);
    expect(second.hasNextPage).toBe(false);
    expect(fetched.mock.calls.map(([path]) => path)).toEqual([
      '/api/rigs/x/revisions?limit=50',
      '/api/rigs/x/revisions?limit=50&before=31',
    ]);
  });
});

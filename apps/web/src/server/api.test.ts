import { api, explain, ServerError } from './api';

const answer = (status: number, body: unknown, isJson = true) => {
  const fetched = jest.fn(async () => ({
    ok: status < 400,
    status,
    json: async () => {
      if (!isJson) throw new SyntaxError('not JSON');
      return body;
    },
  }));
  globalThis.fetch = fetched as unknown as typeof fetch;
  return fetched;
};

describe('asking the server', () => {
  it('sends JSON and gives back what was answered', async () => {
    const fetched = answer(201, { id: 'x' });
    await expect(api.create('Name')).resolves.toEqual({ id: 'x' });
    expect(fetched).toHaveBeenCalledWith(
      '/api/rigs',
      expect.objectContaining({ method: 'POST', body: '{"name":"Name"}' }),
    );
  });

  it('puts ids into addresses safely', async () => {
    const fetched = answer(200, {});
    await api.open('../health');
    expect(fetched).toHaveBeenCalledWith('/api/rigs/..%2Fhealth', expect.anything());
  });

  it('nothing to read after a deletion', async () => {
    answer(204, undefined, false);
    await expect(api.remove('x')).resolves.toBeUndefined();
  });

  it('an error keeps the server’s words and what came with them', async () => {
    answer(409, {
      code: 'conflict',
      message: 'Changed.',
      where: 'x',
      hint: 'Compare.',
      theirs: { revision: 4 },
    });
    const error = await api.open('x').catch((failure: unknown) => failure);
    expect(error).toBeInstanceOf(ServerError);
    expect(explain(error)).toMatchObject({ code: 'conflict', hint: 'Compare.' });
    expect((error as ServerError).body['theirs']).toEqual({ revision: 4 });
  });

  it('an answer that says nothing is still explained', async () => {
    answer(502, undefined, false);
    const error = await api.open('x').catch((failure: unknown) => failure);
    expect(explain(error)).toMatchObject({ code: 'no-answer', message: expect.stringContaining('502') });
  });

  it('no answer at all says what to do', () => {
    expect(explain(new TypeError('fetch failed'))).toMatchObject({
      code: 'offline',
      hint: expect.stringContaining('npm run demo'),
    });
  });
});

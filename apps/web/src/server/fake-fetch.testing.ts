/** A server for tests: what it answers, or that it does not answer at all. */
export interface FakeAnswer {
  status: number;
  body?: unknown;
}

/** @param reply the answer to a request; one that throws is a server that is not there */
export const fakeFetch = (reply: (path: string, body: unknown) => FakeAnswer | Promise<FakeAnswer>) => {
  const fetched = jest.fn(async (path: string, init: { body?: string } = {}) => {
    const { status, body } = await reply(path, init.body === undefined ? undefined : JSON.parse(init.body));
    return {
      ok: status < 400,
      status,
      headers: new Headers(),
      json: async () => {
        if (body === undefined) throw new SyntaxError('not JSON');
        return body;
      },
    };
  });
  globalThis.fetch = fetched as unknown as typeof fetch;
  return fetched;
};

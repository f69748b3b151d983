import { createHash, X509Certificate } from 'node:crypto';
import { once } from 'node:events';
import { rmSync, statSync } from 'node:fs';
import { get } from 'node:https';
import { createServer, type AddressInfo } from 'node:net';
import { join } from 'node:path';
import type { DoorState } from '@diaphon/api';
import request from 'supertest';
import { readSettings } from '../settings';
import { startTestServer, type TestServer } from '../tests/server';

const RIGHT = 'fog signal 1887';
let server: TestServer;
beforeAll(async () => {
  server = await startTestServer();
  await server.app.listen(0, '127.0.0.1');
});
afterAll(() => server.close());

const here = () => request(server.http);
const set = (body: object) => here().put('/api/door').send(body);
const state = async () => (await here().get('/api/door').expect(200)).body as DoorState;
const open = async () => (await set({ isOpen: true, passphrase: RIGHT }).expect(200)).body as DoorState;

/** As a phone asks, trusting `ca` and nobody else; by the address of this machine that every machine has. */
const ask = async (path: string, ca: string, cookie = ''): Promise<{ status: number; text: string }> => {
  const { port } = await state();
  return new Promise((resolve, reject) => {
    get(`https://127.0.0.1:${port}${path}`, { ca, headers: { cookie }, agent: false }, (answer) => {
      let text = '';
      answer.on('data', (part) => (text += part));
      answer.on('end', () => resolve({ status: answer.statusCode!, text }));
    }).on('error', reject);
  });
};

it('opens with HTTPS, a passphrase and a certificate a phone can be told to trust; and shuts', async () => {
  expect(await state()).toMatchObject({ isOpen: false, isSwitch: true, hasPassphrase: false });
  expect((await set({ isOpen: true }).expect(400)).body.where).toBe('passphrase');
  expect((await set({ isOpen: true, passphrase: 'aaaaaaaaaaaa' }).expect(400)).body.hint).toContain('ten');
  const { isOpen, isHttps, fingerprint } = await open();
  expect({ isOpen, isHttps }).toEqual({ isOpen: true, isHttps: true });
  const { text: ca } = await here()
    .get('/certificate.crt')
    .buffer()
    .parse((answer, done) => {
      let text = '';
      answer.on('data', (part) => (text += part));
      answer.on('end', () => done(null, text));
    })
    .then(({ body }) => ({ text: body as string }));
  const der = Buffer.from(ca.replace(/-----.*-----/g, ''), 'base64');
  expect(createHash('sha256').update(der).digest('hex')).toBe(fingerprint!.replaceAll(':', '').toLowerCase());
  expect(new X509Certificate(ca).ca).toBe(true);
  expect(statSync(join(server.settings.dataFolder, 'certificate-key.pem')).mode & 0o077).toBe(0);
  // Trusting it is enough, and needed; the passphrase is asked there and not here.
  expect((await ask('/api/rigs', ca)).status).toBe(401);
  await here().get('/api/rigs').expect(200);
  await set({ isOpen: false }).expect(200);
  await expect(ask('/api/rigs', ca)).rejects.toThrow();
});

it('whoever comes in by it may shut it, and not open it', async () => {
  await open();
  const before = await state();
  expect(before.isOpen).toBe(true);
  const agent = request.agent(`https://127.0.0.1:${before.port}`).disableTLSCerts();
  await agent.post('/sign-in').type('form').send({ passphrase: 'wrong', to: '/rigs' }).expect(401);
  const signed = await agent
    .post('/sign-in')
    .type('form')
    .send({ passphrase: RIGHT, to: '/rigs' })
    .expect(303);
  expect(String(signed.headers['set-cookie'])).toContain('Secure');
  expect((await here().get('/api/session').expect(200)).body).toHaveLength(1);
  await agent.put('/api/door').send({ isOpen: true, passphrase: 'another phrase' }).expect(403);
  // A new passphrase signs everyone out.
  await set({ isOpen: true, passphrase: 'a newer fog signal' }).expect(200);
  await agent.get('/api/rigs').expect(401);
  await set({ isOpen: false }).expect(200);
});

it('open when the server stops, it is open when it starts again', async () => {
  await open();
  const again = await startTestServer({ dataFolder: server.settings.dataFolder });
  expect((await request(again.http).get('/api/door')).body).toMatchObject({
    isOpen: true,
    hasPassphrase: true,
  });
  await again.close();
  await set({ isOpen: false });
});

it('a port that is taken keeps the door shut, and the server starts all the same', async () => {
  const first = await startTestServer();
  const { dataFolder } = first.settings;
  await request(first.http).put('/api/door').send({ isOpen: true, passphrase: RIGHT }).expect(200);
  // Closed without its folder being removed.
  await first.app.close();
  const other = createServer().listen(0, '0.0.0.0');
  await once(other, 'listening');
  const doorPort = (other.address() as AddressInfo).port;
  const taken = await startTestServer({ dataFolder, doorPort });
  const asked = await request(taken.http).get('/api/door').expect(200);
  expect(asked.body).toMatchObject({ isOpen: false, hasPassphrase: true });
  await request(taken.http).put('/api/door').send({ isOpen: true }).expect(409);
  await taken.close();
  other.close();
  rmSync(dataFolder, { recursive: true });
});

it('behind a proxy that is known, what it says of who asks is taken', async () => {
  const behind = await startTestServer({ isOutside: true, passphrase: RIGHT, proxies: ['127.0.0.1', '::1'] });
  const asked = request(behind.http)
    .post('/sign-in')
    .set({ Host: 'studio.example', 'X-Forwarded-Proto': 'https', 'X-Forwarded-For': '10.0.0.9' });
  const { headers } = await asked.type('form').send({ passphrase: RIGHT }).expect(303);
  expect(String(headers['set-cookie'])).toContain('Secure');
  expect((await request(behind.http).put('/api/door').auth('x', RIGHT).send({ isOpen: true })).status).toBe(
    409,
  );
  await behind.close();
});

it.each([
  ['an address of the network', { DIAPHON_HOST: '0.0.0.0' }, { isOutside: true, isHttps: true }],
  [
    'without HTTPS if wished',
    { DIAPHON_HOST: '0.0.0.0', DIAPHON_HTTPS: 'off' },
    { isOutside: true, isHttps: false },
  ],
  [
    'a proxy',
    { DIAPHON_PROXY: '10.0.0.5, 10.0.0.6' },
    { isOutside: true, isHttps: false, proxies: ['10.0.0.5', '10.0.0.6'] },
  ],
  ['this machine alone', {}, { isOutside: false, isHttps: false, doorPort: 4381 }],
])('started for %s', (_for, env, found) => {
  expect(readSettings({ DIAPHON_PASSPHRASE: RIGHT, ...env })).toMatchObject(found);
});

it.each([
  [{ DIAPHON_PROXY: 'proxy.example' }, 'DIAPHON_PROXY names "proxy.example"'],
  [{ DIAPHON_CERT: 'a.pem' }, 'go together'],
  [{ DIAPHON_DOOR_PORT: 'x' }, 'DIAPHON_DOOR_PORT is "x"'],
])('%o is refused with its name', (env, words) => {
  expect(() => readSettings({ DIAPHON_PASSPHRASE: RIGHT, ...env })).toThrow(words);
});

import { join } from 'node:path';
import { readFileSync } from 'node:fs';
import request from 'supertest';
import { startTestServer, type TestServer } from '../tests/server';
import { ownAddress } from './sign-in-page';

const RIGHT = 'fog signal 1887';
let server: TestServer;
beforeAll(async () => {
  server = await startTestServer({ passphrase: RIGHT });
});
afterAll(() => server.close());

const enter = (passphrase: string, agent = request.agent(server.http), to = '/rigs') =>
  agent.post('/sign-in').type('form').send({ passphrase, to }).redirects(0);
const signedIn = async () => {
  const agent = request.agent(server.http);
  await enter(RIGHT, agent).expect(303).expect('Location', '/rigs');
  return agent;
};

it('a browser is asked on a page, lets in who is right, and remembers them by a cookie nothing else can read', async () => {
  const asked = await request(server.http)
    .get('/rigs?x=1')
    .set('Accept', 'text/html')
    .redirects(0)
    .expect(303);
  expect(asked.headers['location']).toBe('/sign-in?to=%2Frigs%3Fx%3D1');
  const { text } = await request(server.http)
    .get('/sign-in?to=/rigs')
    .expect(200)
    // Else a browser sends the form with the origin “null”, and it is refused.
    .expect('Referrer-Policy', 'same-origin');
  expect(text).toContain('name="to" value="/rigs"');
  const { headers } = await enter(RIGHT).expect(303);
  const [session] = headers['set-cookie'] as unknown as string[];
  expect(session).toMatch(
    /^diaphon-session=[\w-]{43}; Max-Age=2592000; Path=\/; Expires=.*; HttpOnly; SameSite=Strict$/,
  );
  const word = /=([\w-]+);/.exec(session!)![1]!;
  // Who reads the file signs in nowhere.
  expect(readFileSync(join(server.settings.dataFolder, 'diaphon.sqlite')).includes(word)).toBe(false);
  await (await signedIn()).get('/api/health').expect(200);
});

it('a wrong one is told on the page; what a program asks is answered as data', async () => {
  const { text } = await enter('wrong <b>').expect(401);
  expect(text).toContain('That is not the passphrase');
  const { body, headers } = await request(server.http)
    .get('/api/rigs')
    .set('Accept', 'application/json')
    .expect(401);
  expect(body.hint).toContain('/sign-in');
  expect(headers['www-authenticate']).toContain('Basic');
  const page = await request(server.http).get('/api/rigs').set('Sec-Fetch-Site', 'same-origin').expect(401);
  expect(page.headers['www-authenticate']).toBeUndefined();
});

it('whoever guesses locks out neither who is signed in nor who signed in here before', async () => {
  const agent = await signedIn();
  const out = await signedIn();
  await out.delete('/api/session').expect(204);
  await out.get('/api/health').expect(401);
  for (let guess = 0; guess < 6; guess += 1)
    await request(server.http).get('/api/health').auth('any', `wrong ${guess}`);
  // A browser that was never here, at the address that is guessed from: slower, and let in.
  await enter(RIGHT).expect(303);
  await agent.get('/api/health').expect(200);
  await enter(RIGHT, out).expect(303);
  await out.get('/api/health').expect(200);
});

it('is signed out here or everywhere', async () => {
  // One that is known: the test before locked the address.
  const other = await startTestServer({ passphrase: RIGHT });
  const agents = [request.agent(other.http), request.agent(other.http)];
  for (const agent of agents)
    await agent.post('/sign-in').type('form').send({ passphrase: RIGHT }).expect(303);
  const { body } = await agents[0]!.get('/api/session').expect(200);
  expect(body.map(({ isThis }: { isThis: boolean }) => isThis).sort()).toEqual([false, true]);
  await agents[0]!.delete('/api/session?everywhere=true').expect(204);
  for (const agent of agents) await agent.get('/api/health').expect(401);
  await other.close();
});

it.each([
  ['/rigs/a/levels?strand=x', '/rigs/a/levels?strand=x'],
  ['//elsewhere.example', '/'],
  ['/\\elsewhere.example', '/'],
  ['https://elsewhere.example', '/'],
  ['/sign-in?to=/sign-in', '/'],
  [undefined, '/'],
])('goes on to %s as %s', (to, found) => {
  expect(ownAddress(to)).toBe(found);
});

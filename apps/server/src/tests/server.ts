import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RigOnShelf } from '@diaphon/api';
import type { NestExpressApplication } from '@nestjs/platform-express';
import request from 'supertest';
import { createApp } from '../create-app';
import type { Settings } from '../settings';

/** A server on a database of its own, for tests. */
export interface TestServer {
  app: NestExpressApplication;
  settings: Settings;
  http: ReturnType<NestExpressApplication['getHttpServer']>;
  close: () => Promise<void>;
}

export const startTestServer = async (changes: Partial<Settings> = {}): Promise<TestServer> => {
  const dataFolder = mkdtempSync(join(tmpdir(), 'diaphon-server-'));
  const settings: Settings = {
    host: '127.0.0.1',
    port: 0,
    dataFolder,
    webFolder: join(dataFolder, 'no-web'),
    seedDemo: false,
    passphrase: undefined,
    isOutside: false,
    isHttps: false,
    certificate: undefined,
    proxies: [],
    doorPort: 0,
    requestsAMinute: 1200,
    ...changes,
  };
  const app = await createApp(settings, []);
  return {
    app,
    settings,
    http: app.getHttpServer(),
    close: async () => {
      await app.close();
      if (!changes.dataFolder) rmSync(dataFolder, { recursive: true, force: true });
    },
  };
};

/** The shelf, once all of it is worked out: what takes longer than it waits comes later, and is asked for again. */
export const shelfOf = async ({ http }: TestServer): Promise<RigOnShelf[]> => {
  for (let tries = 0; ; tries += 1) {
    const cards = (await request(http).get('/api/rigs').expect(200)).body as RigOnShelf[];
    if (tries === 20 || cards.every(({ summary, trouble }) => summary ?? trouble)) return cards;
  }
};

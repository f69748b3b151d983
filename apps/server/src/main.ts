import 'reflect-metadata';
import { createApp } from './create-app';
import type { DoorState } from '@diaphon/api';
import { Door } from './door/door.service';
import { Documents } from './documents/documents.service';
import { readSettings, type Settings } from './settings';
import { stopInOrder } from './stop';

/** What is made here is for the account that runs Diaphon: files 600, folders 700. */
const PRIVATE = 0o077;

const start = async (): Promise<void> => {
  process.umask(PRIVATE);
  const settings = readSettings(process.env);
  const app = await createApp(settings);
  await app.listen(settings.port, settings.host);
  app.get(Documents).warmUp();
  for (const signal of ['SIGINT', 'SIGTERM'] as const) {
    process.once(signal, () => void stopInOrder(app, () => process.exit(1)).then(() => process.exit(0)));
  }
  const address = (await app.getUrl()).replace('[::1]', 'localhost');
  console.log(`Diaphon is ready: open ${address}  (the API is described at ${address}/api/docs)`);
  for (const words of warnings(settings, app.get(Door).state())) console.log(words);
};

/** What whoever starts it open to others should know. */
const warnings = ({ isOutside, isHttps, proxies }: Settings, { fingerprint }: DoorState): string[] => [
  ...(isOutside && !isHttps && proxies.length === 0
    ? [
        '! Without HTTPS everyone on this network can read what is sent, the passphrase too, and phones keep nothing offline.',
      ]
    : []),
  ...(fingerprint && isOutside ? [`Its certificate was made here. SHA-256: ${fingerprint}`] : []),
];

const explain = (error: unknown): string => {
  const { code, message } = error as { code?: string; message?: string };
  return code === 'EADDRINUSE'
    ? 'The port is taken: another Diaphon may be running. Stop it, or set DIAPHON_PORT to another number.'
    : (message ?? String(error));
};

start().catch((error: unknown) => {
  console.error(`✗ Diaphon could not start. ${explain(error)}`);
  process.exit(1);
});

import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync } from 'node:fs';
import type { ServerResponse } from 'node:http';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { static as serveFiles, type NextFunction, type Request, type Response } from 'express';

const nonces = new WeakMap<ServerResponse, string>();

/** The word that lets this one page add styles of its own; new for every response. */
export const styleNonce = (response: ServerResponse): string => {
  const known = nonces.get(response) ?? randomBytes(16).toString('base64url');
  nonces.set(response, known);
  return known;
};

/** Serves the built interface; every address that is not the API opens it, so that any view can be linked to. */
export const serveWeb = (app: NestExpressApplication, folder: string): void => {
  const file = join(folder, 'index.html');
  if (!existsSync(file)) return;
  const page = readFileSync(file, 'utf8');
  // Names of built files carry a hash of their content.
  app.use(
    '/assets',
    serveFiles(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(serveFiles(folder, { index: false }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) next();
    else {
      response.setHeader('cache-control', 'no-store');
      response.type('html').send(page.replace('__STYLE_NONCE__', styleNonce(response)));
    }
  });
};

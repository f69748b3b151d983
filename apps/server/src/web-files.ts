import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { static as serveFiles, type NextFunction, type Request, type Response } from 'express';

/** Serves the built interface; every address that is not the API opens it, so that any view can be linked to. */
export const serveWeb = (app: NestExpressApplication, folder: string): void => {
  const page = join(folder, 'index.html');
  if (!existsSync(page)) return;
  // Names of built files carry a hash of their content.
  app.use(
    '/assets',
    serveFiles(join(folder, 'assets'), { immutable: true, maxAge: '1y', fallthrough: false }),
  );
  app.use(serveFiles(folder, { index: false }));
  app.use((request: Request, response: Response, next: NextFunction) => {
    if (request.method !== 'GET' || request.path.startsWith('/api')) next();
    else response.sendFile(page);
  });
};

import type { IncomingMessage, ServerResponse } from 'node:http';
import { hasTooManyValues, MAX_RIG_BYTES } from '@diaphon/core';
import type { LogLevel } from '@nestjs/common';
import { NestFactory } from '@nestjs/core';
import type { NestExpressApplication } from '@nestjs/platform-express';
import { DocumentBuilder, SwaggerModule } from '@nestjs/swagger';
import compression from 'compression';
import type { NextFunction, Request, Response } from 'express';
import helmet from 'helmet';
import { AppModule } from './app.module';
import { databaseFile, openDatabase } from './database/open-database';
import { DemoService } from './demo/demo.service';
import { certificateFor } from './door/certificate';
import { cameThroughDoor, Door } from './door/door.service';
import { ErrorFilter, TOO_CROWDED } from './errors/error-filter';
import { sameOriginOnly } from './guards';
import type { Settings } from './settings';
import { SESSIONS, type Sessions } from './sign-in/sessions';
import { signIn } from './sign-in/sign-in';
import { hashPassphrase, makeVerifier } from './sign-in/verifier';
import { serveWeb, styleNonce } from './web-files';

const OWN = ["'self'"];

type Source = string | ((request: IncomingMessage, response: ServerResponse) => string);

/** Nothing but this server's own files; `styles` says whose styles may stand in a page. */
const contentSecurity = (styles: Source[]) =>
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: OWN,
        // The solver of gains is WebAssembly; no script is made from text.
        scriptSrc: [...OWN, "'wasm-unsafe-eval'"],
        styleSrc: styles,
        imgSrc: [...OWN, 'data:', 'blob:'],
        workerSrc: OWN,
        connectSrc: OWN,
        fontSrc: OWN,
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        baseUri: OWN,
        formAction: OWN,
      },
    },
    strictTransportSecurity: false,
  });

/** What a request may say beside its rig, bytes. */
const AROUND_A_RIG = 64 * 1024;

/** What could only be refused once it is parsed is not parsed: that would keep everybody waiting. */
const refuseCrowded = (_request: IncomingMessage, _response: ServerResponse, body: Buffer): void => {
  if (hasTooManyValues(body)) throw Object.assign(new Error('too many values'), { type: TOO_CROWDED });
};

/** The whole server, ready to listen. @param log what it says of by itself */
export const createApp = async (
  settings: Settings,
  log: LogLevel[] = ['error', 'warn'],
): Promise<NestExpressApplication> => {
  const sequelize = await openDatabase(settings.dataFolder);
  const certificate = settings.isHttps ? await certificateFor(settings) : undefined;
  const app = await NestFactory.create<NestExpressApplication>(AppModule.with(sequelize, settings), {
    logger: log,
    bodyParser: false,
    ...(certificate ? { httpsOptions: certificate } : {}),
  });
  const door = app.get(Door);
  if (certificate) door.show(certificate);
  if (settings.proxies.length > 0) app.set('trust proxy', settings.proxies);
  const forApp = contentSecurity([...OWN, (_request, response) => `'nonce-${styleNonce(response)}'`]);
  const forDocs = contentSecurity([...OWN, "'unsafe-inline'"]);
  app.use((request: Request, response: Response, next: NextFunction) =>
    (request.path.startsWith('/api/docs') ? forDocs : forApp)(request, response, next),
  );
  app.use((request: Request, response: Response, next: NextFunction) => {
    // Nothing of the studio stays in caches, and the page has no use for what a browser could give it but sound.
    if (request.path.startsWith('/api')) response.setHeader('Cache-Control', 'no-store');
    response.setHeader(
      'Permissions-Policy',
      'camera=(), geolocation=(), payment=(), usb=(), microphone=(self)',
    );
    next();
  });
  app.use(sameOriginOnly(settings));
  app.use('/certificate.crt', (_request: Request, response: Response, next: NextFunction) => {
    // Public by nature: it is shown to whoever connects.
    const file = door.certificateFile();
    if (file) response.type('application/x-x509-ca-cert').send(file);
    else next();
  });
  const { passphrase } = settings;
  app.use(
    signIn({
      isRight: passphrase === undefined ? door.isRight : makeVerifier(hashPassphrase(passphrase)),
      // Who sits before the machine is asked only where it was started so.
      isAsked: (request) => passphrase !== undefined || cameThroughDoor(request),
      sessions: app.get<Sessions>(SESSIONS),
    }),
  );
  // Files gain by it once; answers of the API are small and wanted at once.
  app.use(compression({ filter: (request) => !request.url.startsWith('/api') }));
  app.useBodyParser('json', { limit: MAX_RIG_BYTES + AROUND_A_RIG, verify: refuseCrowded });
  app.setGlobalPrefix('api');
  app.useGlobalFilters(new ErrorFilter(databaseFile(settings.dataFolder)));
  const description = new DocumentBuilder()
    .setTitle('Diaphon')
    .setDescription('Rigs, their revisions, and the kit they are made of.')
    .setVersion('1')
    .build();
  SwaggerModule.setup('api/docs', app, () => SwaggerModule.createDocument(app, description));
  serveWeb(app, settings.webFolder);
  await app.init();
  await door.resume();
  if (settings.seedDemo) await app.get(DemoService).seed();
  return app;
};

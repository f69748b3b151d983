import { createHash, timingSafeEqual } from 'node:crypto';
import type { NextFunction, Request, Response } from 'express';
import { ApiError } from './errors/api-error';
import { isLoopback, type Settings } from './settings';

const refuse = (response: Response, { status, body }: ApiError) => response.status(status).json(body);

const hostName = (host: string): string => host.replace(/:\d+$/, '').replace(/^\[|\]$/g, '');

/** A page of another site, or another name for this machine, must not reach a server that trusts its only user. */
export const sameOriginOnly =
  (settings: Settings) => (request: Request, response: Response, next: NextFunction) => {
    const host = request.headers.host ?? '';
    const origin = request.headers.origin;
    const isOwnName = !isLoopback(settings.host) || isLoopback(hostName(host));
    const isOwnOrigin = origin === undefined || origin === `http://${host}` || origin === `https://${host}`;
    if (isOwnName && isOwnOrigin) next();
    else {
      refuse(
        response,
        new ApiError(403, {
          code: 'forbidden',
          message: 'This request comes from another site.',
          where: isOwnName ? 'Origin' : 'Host',
          hint: 'Open Diaphon at the address it printed when it started.',
        }),
      );
    }
  };

const digest = (text: string) => createHash('sha256').update(text).digest();

/** Asks for the passphrase (HTTP Basic, any user name) when the server was told to listen to other machines. */
export const passphraseOnly =
  (passphrase: string) => (request: Request, response: Response, next: NextFunction) => {
    const [scheme, value] = (request.headers.authorization ?? '').split(' ');
    const given =
      scheme === 'Basic'
        ? Buffer.from(value ?? '', 'base64')
            .toString('utf8')
            .replace(/^[^:]*:/, '')
        : '';
    if (timingSafeEqual(digest(given), digest(passphrase))) return next();
    response.setHeader('WWW-Authenticate', 'Basic realm="Diaphon", charset="UTF-8"');
    refuse(
      response,
      new ApiError(401, {
        code: 'passphrase',
        message: 'A passphrase is needed.',
        where: 'Authorization',
        hint: 'Enter the passphrase this server was started with; any user name will do.',
      }),
    );
  };

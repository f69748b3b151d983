import type { NextFunction, Request, Response } from 'express';
import { ApiError } from './errors/api-error';
import { cameThroughDoor } from './door/door.service';
import { isLoopback, type Settings } from './settings';

const refuse = (response: Response, { status, body }: ApiError) => response.status(status).json(body);

/** Who a browser says asks: this page, or the person by the address bar. */
const OWN_SITES = ['same-origin', 'none'];

const hostName = (host: string): string => host.replace(/:\d+$/, '').replace(/^\[|\]$/g, '');

/** A page of another site, or another name for this machine, must not reach a server that trusts its only user. */
export const sameOriginOnly =
  (settings: Settings) => (request: Request, response: Response, next: NextFunction) => {
    // What a proxy says of it counts where the proxy is known.
    const host = request.host ?? '';
    const origin = request.headers.origin;
    const isOwnName = settings.isOutside || cameThroughDoor(request) || isLoopback(hostName(host));
    const isOwnOrigin = origin === undefined || origin === `http://${host}` || origin === `https://${host}`;
    // A link to the page from elsewhere is followed; what asks the API is the page itself, or a program.
    const site = request.headers['sec-fetch-site'];
    const isOwnSite =
      site === undefined || OWN_SITES.includes(String(site)) || !request.path.startsWith('/api');
    if (isOwnName && isOwnOrigin && isOwnSite) next();
    else {
      refuse(
        response,
        new ApiError(403, {
          code: 'forbidden',
          message: 'This request comes from another site.',
          where: !isOwnName ? 'Host' : !isOwnOrigin ? 'Origin' : 'Sec-Fetch-Site',
          hint: 'Open Diaphon at the address it printed when it started.',
        }),
      );
    }
  };

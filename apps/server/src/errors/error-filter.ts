import { Catch, HttpException, Logger, type ArgumentsHost, type ExceptionFilter } from '@nestjs/common';
import type { Request, Response } from 'express';
import { Stopping } from '../documents/guarded-worker';
import { ApiError, notFound } from './api-error';
import { diskError } from './disk-errors';

/** The type of error of a body with more values than any document has. */
export const TOO_CROWDED = 'entity.too.crowded';

/** What Express and its parts throw before a controller is reached. */
const fromExpress = (error: { type?: string; status?: number }, request: Request): ApiError | undefined => {
  switch (error.type) {
    case 'entity.too.large':
      return new ApiError(413, {
        code: 'too-large',
        message: 'The request is larger than 2 MB.',
        where: 'body',
        hint: 'Send a rig of at most 2 MB; remove models it does not use.',
      });
    case TOO_CROWDED:
      return new ApiError(422, {
        code: 'bad-document',
        message: 'The request holds more lists and values than any rig has.',
        where: 'body',
        hint: 'Open a rig saved by Diaphon, or split this one.',
      });
    case 'entity.parse.failed':
      return new ApiError(400, {
        code: 'bad-request',
        message: 'The request is not JSON.',
        where: 'body',
        hint: 'Send a JSON object.',
      });
    case 'charset.unsupported':
    case 'encoding.unsupported':
      return new ApiError(415, {
        code: 'bad-request',
        message: 'The body is in an encoding that is not read here.',
        where: error.type === 'charset.unsupported' ? 'Content-Type' : 'Content-Encoding',
        hint: 'Send UTF-8, plain or as gzip, deflate or br.',
      });
    default:
      break;
  }
  const { status } = error;
  if (status === 404) {
    return notFound('file', request.path, 'Check the address, or start from the shelf of rigs.');
  }
  // Whatever else Express puts down to the client: broken escapes, a body that is cut off or not what its header says.
  return status !== undefined && status >= 400 && status < 500
    ? new ApiError(status, {
        code: 'bad-request',
        message: 'The request cannot be read.',
        where: request.path,
        hint: 'Check its address, headers and body, and send it whole.',
      })
    : undefined;
};

const fromHttp = (error: HttpException, request: Request): ApiError => {
  const status = error.getStatus();
  const codes: Record<number, [code: string, hint: string]> = {
    404: ['not-found', 'Check the address; the API is described at /api/docs.'],
    429: ['too-many', 'Wait a minute, then try again.'],
  };
  const [code, hint] = codes[status] ?? [
    'bad-request',
    'Check the request; the API is described at /api/docs.',
  ];
  return new ApiError(status, { code, message: error.message, where: request.path, hint });
};

/** What a database that has been closed says to what comes after. */
const CLOSED = /Database is closed|connection manager was closed/u;

/** The server is being stopped, and what was asked came too late. */
const stopping = (error: unknown, request: Request): ApiError | undefined =>
  error instanceof Stopping || (error instanceof Error && CLOSED.test(error.message))
    ? new ApiError(503, {
        code: 'stopping',
        message: 'Diaphon is being stopped; nothing was changed.',
        where: request.path,
        hint: 'Your edits stay in this browser, and are sent when it runs again.',
      })
    : undefined;

/** Turns whatever was thrown into the one error shape. Details of the unexpected go to the log, not to the client. */
@Catch()
export class ErrorFilter implements ExceptionFilter {
  private readonly log = new Logger('errors');

  constructor(private readonly dataFile: string) {}

  catch(error: unknown, host: ArgumentsHost): void {
    const http = host.switchToHttp();
    const request = http.getRequest<Request>();
    const known =
      error instanceof ApiError
        ? error
        : (fromExpress(error as object, request) ??
          stopping(error, request) ??
          diskError(error, this.dataFile) ??
          (error instanceof HttpException ? fromHttp(error, request) : undefined));
    if (!known) this.log.error(error instanceof Error ? error.stack : String(error));
    const sent =
      known ??
      new ApiError(500, {
        code: 'unexpected',
        message: 'Diaphon met something it did not expect; nothing was changed.',
        where: request.path,
        hint: "Try again. If it stays, the server's log says more.",
      });
    http
      .getResponse<Response>()
      .status(sent.status)
      .json({ ...sent.body, ...sent.extra });
  }
}

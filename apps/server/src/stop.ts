import type { INestApplication } from '@nestjs/common';
import type { Server } from 'node:http';

/** Requests under way may finish for so long, milliseconds; then their connections are cut. */
const GRACE_MS = 3000;
/** After so long the process ends whatever still holds it, milliseconds. */
const LAST_MS = 4500;

/**
 * Stops the server in good order, whatever its clients do: nothing new is taken, what is under way may finish, connections
 * that wait are closed, and those that never end are cut.
 * @param end ends the process, should closing hang
 */
export const stopInOrder = async (app: INestApplication, end: () => void): Promise<void> => {
  const server = app.getHttpServer() as Server;
  const last = setTimeout(end, LAST_MS).unref();
  const cut = setTimeout(() => server.closeAllConnections(), GRACE_MS).unref();
  server.closeIdleConnections();
  await app.close();
  clearTimeout(cut);
  clearTimeout(last);
};

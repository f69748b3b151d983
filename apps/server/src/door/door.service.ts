import type { IncomingMessage, ServerResponse } from 'node:http';
import { createServer, type Server } from 'node:https';
import type { DoorState } from '@diaphon/api';
import { Inject, Injectable, Logger, type BeforeApplicationShutdown } from '@nestjs/common';
import { HttpAdapterHost } from '@nestjs/core';
import { DoorRow } from '../database/models';
import { Writes } from '../database/writes';
import { ApiError, badRequest } from '../errors/api-error';
import { isGuessable, SETTINGS, type Settings } from '../settings';
import { SESSIONS, type Sessions } from '../sign-in/sessions';
import { hashPassphrase, makeVerifier, type Verifier } from '../sign-in/verifier';
import { certificateFor, type Certificate } from './certificate';
import { ownAddresses } from './own-addresses';

/** The only row there is. */
const ROW = 1;

const throughDoor = new WeakSet<IncomingMessage>();

/** Whether a request came from another machine, by the door that was opened in the interface. */
export const cameThroughDoor = (request: IncomingMessage): boolean => throughDoor.has(request);

/**
 * The way in for other machines, opened and shut from the interface: a second listener, with HTTPS and a passphrase. The first
 * stays as it was, for this machine alone.
 */
@Injectable()
export class Door implements BeforeApplicationShutdown {
  private server: Server | undefined;
  private certificate: Certificate | undefined;
  private verifier: Verifier | undefined;

  constructor(
    @Inject(SETTINGS) private readonly settings: Settings,
    @Inject(SESSIONS) private readonly sessions: Sessions,
    private readonly writes: Writes,
    private readonly http: HttpAdapterHost,
  ) {}

  /** Opens it again where it stood open when the server stopped; reads the passphrase either way. */
  async resume(): Promise<void> {
    const row = await DoorRow.findByPk(ROW);
    // Empty where it was opened with the passphrase of an environment that may be another now.
    if (row?.passphraseHash) this.verifier = makeVerifier(Promise.resolve(row.passphraseHash));
    if (!row?.isOpen || !this.state().hasPassphrase) return;
    // A port that is taken keeps others out, and nobody from what is on this machine.
    await this.listen().catch((error: Error) =>
      new Logger('door').warn(`It stays shut to the network. ${error.message}`),
    );
  }

  /** What the first listener shows, where that one is open to others. */
  show(certificate: Certificate): void {
    this.certificate = certificate;
  }

  isRight = (given: string): Promise<boolean> => this.verifier?.(given) ?? Promise.resolve(false);

  /**
   * @param passphrase a new one, or undefined to keep the one there is; a new one signs everybody out
   * @throws ApiError 400 for one that can be guessed or none at all, 409 where the port is taken
   */
  async open(passphrase: string | undefined): Promise<void> {
    const isOwn = this.settings.passphrase === undefined;
    if (isOwn && passphrase !== undefined) {
      if (isGuessable(passphrase))
        throw badRequest(
          'passphrase',
          'That passphrase can be guessed.',
          'Take ten characters or more, five of them different: four words that have nothing to do with one another.',
        );
      const passphraseHash = await hashPassphrase(passphrase);
      await this.writes.run((transaction) =>
        DoorRow.upsert({ id: ROW, isOpen: false, passphraseHash }, { transaction }),
      );
      this.verifier = makeVerifier(Promise.resolve(passphraseHash));
      await this.sessions.end(undefined, true);
    } else if (isOwn && !this.verifier) {
      throw badRequest(
        'passphrase',
        'A passphrase is needed.',
        'Choose one: whoever comes in has to know it.',
      );
    }
    await this.listen();
    await this.keep(true);
  }

  async shut(): Promise<void> {
    await this.keep(false);
    await this.stop();
  }

  state(): DoorState {
    const { host, port, isHttps, proxies, passphrase } = this.settings;
    const listening = this.server?.address();
    const doorPort = typeof listening === 'object' && listening ? listening.port : this.settings.doorPort;
    const isOutside = this.settings.isOutside;
    return {
      isOpen: isOutside || this.server !== undefined,
      isSwitch: !isOutside,
      isHttps: isOutside ? isHttps || proxies.length > 0 : true,
      port: isOutside ? port : doorPort,
      addresses: isOutside
        ? (host === '0.0.0.0' || host === '::' ? ownAddresses() : [host]).map(
            (address) => `${isHttps ? 'https' : 'http'}://${address}:${port}`,
          )
        : ownAddresses().map((address) => `https://${address}:${doorPort}`),
      fingerprint: this.certificate?.isOwn ? this.certificate.fingerprint : null,
      hasPassphrase: passphrase !== undefined || this.verifier !== undefined,
    };
  }

  /** What a phone is to trust, where Diaphon made it itself. */
  certificateFile(): string | undefined {
    return this.certificate?.isOwn ? this.certificate.cert : undefined;
  }

  async beforeApplicationShutdown(): Promise<void> {
    await this.stop();
  }

  private async listen(): Promise<void> {
    if (this.server || this.settings.isOutside) return;
    const certificate = await certificateFor(this.settings);
    const handle = this.http.httpAdapter.getInstance() as (
      request: IncomingMessage,
      response: ServerResponse,
    ) => void;
    const server = createServer(certificate, (request, response) => {
      throughDoor.add(request);
      handle(request, response);
    });
    await new Promise<void>((resolve, reject) => {
      server.once('error', reject);
      server.listen(this.settings.doorPort, '0.0.0.0', resolve);
    }).catch((error: NodeJS.ErrnoException) => {
      throw new ApiError(409, {
        code: 'port-taken',
        message: `Port ${this.settings.doorPort} cannot be opened: ${error.code ?? error.message}.`,
        where: 'DIAPHON_DOOR_PORT',
        hint: 'Another program may have it. Stop that, or start Diaphon with DIAPHON_DOOR_PORT set to another number.',
      });
    });
    this.certificate = certificate;
    this.server = server;
  }

  private async keep(isOpen: boolean): Promise<void> {
    await this.writes.run(async (transaction) => {
      const row = await DoorRow.findByPk(ROW, { transaction });
      if (row) await row.update({ isOpen }, { transaction });
      // With the passphrase of the environment there is none to keep.
      else if (this.settings.passphrase !== undefined)
        await DoorRow.create({ id: ROW, isOpen, passphraseHash: '' }, { transaction });
    });
  }

  private async stop(): Promise<void> {
    const server = this.server;
    this.server = undefined;
    if (!server) return;
    await new Promise<void>((resolve) => {
      server.close(() => resolve());
      server.closeAllConnections();
    });
  }
}

import type { DoorState, SignedInBrowser } from '@diaphon/api';
import { useState } from 'react';
import { Button } from '../look/button';
import { count, momentWords } from '../look/figures';
import { Dialog } from '../look/dialog';
import { QrCode } from '../look/qr-code';
import { ErrorWords } from '../page/failure';
import { Waiting } from '../page/waiting';
import { explain } from '../server/call';
import { useDoorQuery, useSetDoorMutation, useSignedInQuery } from '../server/server-api';
import { useLeave } from './use-leave';

/** How often who is signed in is asked for while the dialog is open, ms. */
const ASKED_EVERY_MS = 4000;

/** What a browser calls itself, as far as it says what it runs on. */
const agentWords = (agent: string): string =>
  /\(([^;)]+)/.exec(agent)?.[1] ?? (agent || 'a browser that does not say what it is');

const WhoIsIn = ({ browsers }: { browsers: readonly SignedInBrowser[] }) => {
  const leave = useLeave();
  if (browsers.length === 0) return <p>Nobody is signed in yet.</p>;
  return (
    <div className="space-y-1">
      <h3 className="font-bold">Signed in: {count(browsers.length, 'browser')}</h3>
      <ul>
        {browsers.map(({ agent, startedAt, isThis }) => (
          <li key={startedAt} className="border-t border-hair py-0.5">
            {agentWords(agent)}, since {momentWords(startedAt)}
            {isThis && ' (this one)'}
          </li>
        ))}
      </ul>
      <Button
        onClick={() =>
          void leave(
            true,
            browsers.some(({ isThis }) => isThis),
          )
        }
      >
        Sign out everywhere
      </Button>
    </div>
  );
};

const Trust = ({ fingerprint, address }: { fingerprint: string; address: string }) => (
  <details>
    <summary className="min-h-[30px] cursor-pointer font-bold">The phone says it is not safe?</summary>
    <p>It does not know the certificate this computer made for itself. Once for each phone, on the phone:</p>
    <ol className="list-decimal space-y-1 pl-5">
      <li>
        Open <b className="break-all">{address}/certificate.crt</b> and go on past the warning: the file is
        saved.
      </li>
      <li>In the settings, under security, install it as a certificate of an authority.</li>
      <li>
        Hold the SHA-256 it shows against this one, and go on only if they are the same:{' '}
        <code className="block text-[12px] break-all">{fingerprint}</code>
      </li>
    </ol>
    <p>
      Without that the page works, but keeps nothing offline. The maker’s guide says where the settings are.
    </p>
  </details>
);

const Shut = ({ state, onOpen }: { state: DoorState; onOpen: (passphrase?: string) => void }) => {
  const [passphrase, setPassphrase] = useState('');
  const [isNew, setIsNew] = useState(!state.hasPassphrase);
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        onOpen(isNew ? passphrase : undefined);
      }}
    >
      <p>
        Shut: only this computer reaches Diaphon. Opened, whoever is on the same network and knows the
        passphrase can read and change everything here.
      </p>
      {isNew ? (
        <label className="block">
          Passphrase, ten characters or more
          <input
            className="field mt-1 block w-full"
            type="password"
            autoComplete="new-password"
            minLength={10}
            required
            value={passphrase}
            onChange={({ target }) => setPassphrase(target.value)}
          />
        </label>
      ) : (
        <p>
          The passphrase is the one chosen before.{' '}
          <button type="button" className="underline" onClick={() => setIsNew(true)}>
            Choose another
          </button>
        </p>
      )}
      <Button kind="main" type="submit">
        Open to the network
      </Button>
    </form>
  );
};

const Opened = ({ state, path, onShut }: { state: DoorState; path: string; onShut: () => void }) => {
  const { data: browsers } = useSignedInQuery(undefined, { pollingInterval: ASKED_EVERY_MS });
  const [chosen, setChosen] = useState(0);
  const address = state.addresses[Math.min(chosen, state.addresses.length - 1)];
  return (
    <div className="space-y-3">
      {!state.isHttps && (
        <p role="alert" className="bg-danger-wash p-2">
          <b>Without HTTPS</b> everyone on this network can read what is sent, the passphrase too; phones keep
          nothing offline, and copy and sound do not work on them. Start Diaphon without DIAPHON_HTTPS=off.
        </p>
      )}
      {address ? (
        <div className="flex flex-wrap items-start gap-4">
          <QrCode text={`${address}${path}`} label={`QR code of ${address}${path}`} size={190} />
          <div className="min-w-0 flex-[1_1_200px] space-y-2">
            <p>Point the phone’s camera at it, or type:</p>
            {state.addresses.length > 1 ? (
              <select
                aria-label="Address"
                className="field w-full"
                value={chosen}
                onChange={({ target }) => setChosen(Number(target.value))}
              >
                {state.addresses.map((one, at) => (
                  <option key={one} value={at}>
                    {one}
                  </option>
                ))}
              </select>
            ) : (
              <p className="font-bold break-all">{address}</p>
            )}
            <p className="text-faint">
              The phone must be on the same network, and asks for the passphrase once.
            </p>
          </div>
        </div>
      ) : (
        <p role="alert">This computer is on no network: join one, then open this again.</p>
      )}
      {state.fingerprint && address && <Trust fingerprint={state.fingerprint} address={address} />}
      <WhoIsIn browsers={browsers ?? []} />
      {state.isSwitch && (
        <Button kind="main" onClick={onShut}>
          Shut it again
        </Button>
      )}
    </div>
  );
};

/** Lets phones in: opens Diaphon to the network, shows where, with which certificate and who is in, and shuts it again. */
export const DoorDialog = ({ path, onClose }: { path: string; onClose: () => void }) => {
  const { data: state, error } = useDoorQuery();
  const [set, { error: refused }] = useSetDoorMutation();
  const trouble = refused ?? error;
  return (
    <Dialog title="On a phone" onClose={onClose}>
      {trouble && <ErrorWords error={explain(trouble)} />}
      {!state && !trouble && <Waiting words="Asking the server" />}
      {state &&
        (state.isOpen ? (
          <Opened state={state} path={path} onShut={() => void set({ isOpen: false })} />
        ) : (
          <Shut
            state={state}
            onOpen={(passphrase) => void set({ isOpen: true, ...(passphrase ? { passphrase } : {}) })}
          />
        ))}
    </Dialog>
  );
};

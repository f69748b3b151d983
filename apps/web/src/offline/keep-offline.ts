import { KEPT_PATHS, TAKE_OVER } from './what-is-kept';

/** How often a page that stays open asks whether there is a newer Diaphon, ms. */
const ASKED_EVERY_MS = 3_600_000;

let newer: ServiceWorker | null = null;
const listeners = new Set<() => void>();

/** A newer Diaphon that waits to be loaded. */
export const newerDiaphon = {
  get: (): boolean => newer !== null,
  onChange: (listener: () => void) => {
    listeners.add(listener);
    return () => void listeners.delete(listener);
  },
  load: (): void => {
    navigator.serviceWorker.addEventListener('controllerchange', () => window.location.reload(), {
      once: true,
    });
    newer?.postMessage(TAKE_OVER);
  },
};

const watch = (registration: ServiceWorkerRegistration): void => {
  const look = () => {
    newer = navigator.serviceWorker.controller ? registration.waiting : null;
    for (const listener of listeners) listener();
  };
  look();
  registration.addEventListener('updatefound', () =>
    registration.installing?.addEventListener('statechange', look),
  );
  setInterval(() => void registration.update().catch(() => undefined), ASKED_EVERY_MS);
};

/** What this page read before anything could keep it is read once more. */
const keepWhatIsOpen = async (): Promise<void> => {
  const read = performance
    .getEntriesByType('resource')
    .map(({ name }) => new URL(name))
    .filter(({ origin, pathname }) => origin === window.location.origin && KEPT_PATHS.test(pathname));
  for (const address of new Set(read.map(({ href }) => href))) await fetch(address).catch(() => undefined);
};

/** From then on the page opens without network, with what was last read. Needs a page a browser holds for safe. */
export const keepOffline = async (): Promise<void> => {
  const { serviceWorker } = navigator;
  if (!serviceWorker) return;
  const isFirst = !serviceWorker.controller;
  // Refused where the certificate is not trusted, or by whoever set up this browser: then nothing is kept, and all else works.
  const registration = await serviceWorker.register('/service-worker.js').catch(() => undefined);
  if (!registration) return;
  watch(registration);
  if (!isFirst) return;
  if (!serviceWorker.controller)
    await new Promise((resolve) =>
      serviceWorker.addEventListener('controllerchange', resolve, { once: true }),
    );
  await keepWhatIsOpen();
};

import { test as base, chromium, type BrowserContext } from '@playwright/test';

/**
 * One browser profile for each worker, so that the scripts of the application are compiled once and not for every page: half of
 * what opening one costs. Each test finds it empty, as a new one is.
 */
export const test = base.extend<object, { profile: BrowserContext }>({
  profile: [
    async ({ launchOptions }, use, { project }) => {
      const { viewport = null, baseURL } = project.use;
      // No folder given: the profile is in a new one, removed when the browser closes.
      const profile = await chromium.launchPersistentContext('', {
        ...launchOptions,
        viewport,
        // Where keeping offline is not what is tested it would fetch everything anew for each test.
        serviceWorkers: 'block',
        ...(baseURL ? { baseURL } : {}),
      });
      await use(profile);
      await profile.close();
    },
    { scope: 'worker' },
  ],
  context: async ({ profile, baseURL }, use) => {
    await use(profile);
    // The first page stays: without one the browser ends.
    const [first, ...others] = profile.pages();
    await Promise.all(others.map((page) => page.close()));
    await profile.unrouteAll();
    await profile.clearPermissions();
    await profile.clearCookies();
    const devtools = await profile.newCDPSession(first!);
    await devtools.send('Storage.clearDataForOrigin', {
      origin: baseURL!,
      storageTypes: 'local_storage,indexeddb,cache_storage,service_workers',
    });
    await devtools.detach();
  },
});

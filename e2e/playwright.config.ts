import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { defineConfig } from '@playwright/test';

const PORT = 4382;

/** The built application on a database of its own, in Debian's Chromium. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  fullyParallel: true,
  workers: 2,
  // A machine that does other work beside is slow, not wrong: timings are measured by the bench.
  timeout: 120_000,
  expect: { timeout: 25_000 },
  outputDir: '../test-results/browser',
  reporter: [
    ['list'],
    ['json', { outputFile: process.env['PLAYWRIGHT_JSON_OUTPUT_NAME'] ?? '../test-results/playwright.json' }],
  ],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
    trace: 'off',
  },
  webServer: {
    command: 'node ../apps/server/dist/main.js',
    url: `http://127.0.0.1:${PORT}/api/health`,
    reuseExistingServer: false,
    env: {
      DIAPHON_DEMO: '1',
      DIAPHON_PORT: String(PORT),
      DIAPHON_DATA: mkdtempSync(join(tmpdir(), 'diaphon-e2e-')),
    },
  },
});

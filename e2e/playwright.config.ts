import { defineConfig } from '@playwright/test';

/**
 * One file of tests after the other, each on servers, a database and a browser of its own. A test that fails leaves the server's log, and, where UMBER_TRACE
 * is set, a trace: keeping one slows every test.
 */
export default defineConfig({
  testDir: 'src',
  globalSetup: './src/filled.ts',
  outputDir: 'results',
  timeout: 600_000,
  workers: 1,
  fullyParallel: false,
  forbidOnly: true,
  // How long something takes is no matter of these tests; a machine may be busy.
  expect: { timeout: 60_000 },
  reporter: [['list']],
  use: { trace: process.env.UMBER_TRACE ? 'retain-on-failure' : 'off', actionTimeout: 120_000 },
});

import { defineConfig } from '@playwright/test';

/** One browser after the other, each on a server and a database of its own; a test that fails leaves a trace and the server's log. */
export default defineConfig({
  testDir: 'src',
  outputDir: 'results',
  timeout: 600_000,
  workers: 1,
  fullyParallel: false,
  forbidOnly: true,
  reporter: [['list']],
  use: { trace: 'retain-on-failure', actionTimeout: 120_000 },
});

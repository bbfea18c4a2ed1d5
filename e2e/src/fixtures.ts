import { test as base } from '@playwright/test';
import { Stage } from './stage.js';

export { expect } from '@playwright/test';

/** A test that, when it fails, leaves the servers' logs beside its trace. */
export const test = base.extend<{ logs: void }>({
  logs: [
    async ({}, use, info) => {
      await use();
      if (info.status === info.expectedStatus) return;
      for (const { log } of Stage.standing) await info.attach('server.log', { path: log, contentType: 'text/plain' });
    },
    { auto: true },
  ],
});

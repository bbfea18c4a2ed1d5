import type { DemoSent } from '@umber/contract/demo';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import type { Handlers } from '../serve.js';

/** Milliseconds: a stack is scanned sheet by sheet. */
const PATIENCE = 300_000;

/** Passes the demo's wishes on to the stand-ins: the supplier writes a real mail, the scanner hands over a real file. */
export const demoRoutes = ({ demoUrl }: Services): Handlers<'supplierWrites' | 'scannerFeeds'> => {
  const ask = async (path: string, wish: unknown): Promise<DemoSent> => {
    if (demoUrl === null) throw new ApiError('demo-off');
    const answer = await fetch(demoUrl + path, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(wish),
      signal: AbortSignal.timeout(PATIENCE),
    }).catch(() => null);
    if (!answer?.ok) throw new ApiError('demo-off', 'The stand-ins do not answer. Start Umber Tray again with npm start.');
    return (await answer.json()) as DemoSent;
  };
  return { supplierWrites: ({ input }) => ask('/write', input), scannerFeeds: ({ input }) => ask('/scan', input) };
};

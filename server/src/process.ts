import { noted } from './log.js';

/** Starts what a process is for, says that it is ready, and ends it when the process is asked to end. */
export async function run<R extends { close(): Promise<void> }>(start: () => Promise<R>): Promise<R> {
  process.on('unhandledRejection', noted('a promise failed unseen'));
  const running = await start();
  process.send?.('ready');
  let closing = false;
  const close = () => {
    if (closing) return;
    closing = true;
    void running.close().finally(() => process.exit(0));
  };
  process.on('SIGTERM', close);
  process.on('SIGINT', close);
  process.on('disconnect', close);
  return running;
}

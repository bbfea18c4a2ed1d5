import { UnreadableFile } from './unreadable-file.js';
import { TASKS, type OnPage } from './tasks.js';
import type { ReaderAnswer, ReaderRequest } from './reader-pool.js';

/** The process that opens foreign files: one request at a time, each answered or the process is ended from outside. */
process.on('message', (request: ReaderRequest) => {
  void answer(request).then((message) => process.send?.(message));
});

async function answer({ id, task, input }: ReaderRequest): Promise<ReaderAnswer> {
  try {
    const run = TASKS[task] as (given: unknown, onPage: OnPage) => unknown;
    const result = await run(input, (page) => process.send?.({ id, page } satisfies ReaderAnswer));
    return { id, ok: true, result };
  } catch (error) {
    if (error instanceof UnreadableFile) return { id, ok: false, fault: error.fault };
    return { id, ok: false, fault: { code: 'damaged', what: 'file' }, error: error instanceof Error ? error.stack : String(error) };
  }
}

import type { FileFault } from '@umber/core/documents';
import { log } from '../log.js';
import { fork, type ChildProcess } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { constants, setPriority } from 'node:os';
import { caged, WORKER } from './cage.js';
import type { TaskInput, TaskName, TaskResult } from './tasks.js';
import { UnreadableFile } from './unreadable-file.js';
import type { ReadOptions, ReadPage } from './read-page.js';

export interface ReaderRequest {
  readonly id: number;
  readonly task: TaskName;
  readonly input: unknown;
}
export type ReaderAnswer =
  | { readonly id: number; readonly page: number }
  | { readonly id: number; readonly ok: true; readonly result: unknown }
  | { readonly id: number; readonly ok: false; readonly fault: FileFault; readonly error?: string };

interface Waiting {
  readonly task: TaskName;
  readonly input: unknown;
  /** Milliseconds that one page of it may take. */
  readonly timeout: number;
  readonly resolve: (result: unknown) => void;
  readonly reject: (error: Error) => void;
}
interface Reader {
  readonly process: ChildProcess;
  job: { readonly waiting: Waiting; readonly id: number; timer: NodeJS.Timeout; worked: number } | null;
}

export interface ReaderPoolOptions {
  /** Worker processes. */
  readonly size: number;
  /** Milliseconds that a worker may work on one page of a file; on a busy machine ten times as many may pass. */
  readonly timeout: number;
  /** Megabytes of heap a worker may use; of memory in all, twice as much. */
  readonly memory: number;
}

const TOO_MUCH_MEMORY = () => new UnreadableFile({ code: 'too-much-memory' });
const TOO_SLOW = () => new UnreadableFile({ code: 'too-slow' });

/** Megabytes of memory that a process holds; 0 where the system does not say. */
function memoryOf(pid: number | undefined): number {
  try {
    return (Number(readFileSync(`/proc/${pid}/statm`, 'utf8').split(' ')[1]) * 4096) / 1024 / 1024;
  } catch {
    return 0;
  }
}

/** Milliseconds that a process and its ended children have worked, as the system counts them; 0 where it does not say. */
function workedBy(pid: number | undefined): number {
  try {
    // Behind the name, which may hold anything: proc(5) counts from the state, in hundredths of a second.
    const fields = readFileSync(`/proc/${pid}/stat`, 'utf8').split(') ')[1].split(' ');
    return fields.slice(11, 15).reduce((sum, ticks) => sum + Number(ticks), 0) * 10;
  } catch {
    return 0;
  }
}

/** How much longer a page may take by the clock than by the work on it. */
const PATIENCE = 10;

/** Worker processes that open foreign files. A hostile file costs one worker, which is replaced; the others go on. */
export class ReaderPool {
  readonly #options: ReaderPoolOptions;
  readonly #readers: Reader[] = [];
  readonly #queue: Waiting[] = [];
  #nextId = 1;
  readonly #guard: NodeJS.Timeout;
  #closed = false;

  constructor(options: Partial<ReaderPoolOptions> = {}) {
    this.#options = { size: 2, timeout: 60_000, memory: 700, ...options };
    this.#guard = setInterval(() => this.#watch(), 500).unref();
  }

  /** The words of every page and the pictures wanted. @throws UnreadableFile with a sentence for the person. */
  read(bytes: Uint8Array, options: ReadOptions = { pictures: 0, scale: 1 }): Promise<ReadPage[]> {
    return this.run('read', { bytes, options });
  }

  /** Does a task in a worker. @throws UnreadableFile where it takes too long or too much, or the file cannot be read. */
  run<N extends TaskName>(task: N, input: TaskInput<N>, timeout = this.#options.timeout): Promise<TaskResult<N>> {
    return new Promise<TaskResult<N>>((resolve, reject) => {
      this.#queue.push({ task, input, timeout, resolve: resolve as (result: unknown) => void, reject });
      this.#dispatch();
    });
  }

  /** Whether files can be read: none is waiting while no worker runs. */
  answers(): boolean {
    return !this.#closed && (this.#queue.length === 0 || this.#readers.length > 0);
  }

  /** Process numbers of the workers, for measuring. */
  processes(): number[] {
    return this.#readers.flatMap((reader) => reader.process.pid ?? []);
  }

  /** Ends all workers; what still waits is refused. */
  close(): void {
    this.#closed = true;
    clearInterval(this.#guard);
    for (const waiting of this.#queue.splice(0)) waiting.reject(new Error('the readers are closed'));
    for (const reader of this.#readers.splice(0)) {
      if (reader.job) clearTimeout(reader.job.timer);
      reader.process.kill('SIGKILL');
    }
  }

  #dispatch(): void {
    while (this.#queue.length > 0 && !this.#closed) {
      const reader = this.#readers.find((candidate) => candidate.job === null) ?? this.#start();
      if (!reader) return;
      const waiting = this.#queue.shift();
      if (!waiting) return;
      const id = this.#nextId++;
      reader.job = { waiting, id, timer: this.#clock(reader, waiting.timeout), worked: workedBy(reader.process.pid) };
      reader.process.send({ id, task: waiting.task, input: waiting.input } satisfies ReaderRequest);
    }
  }

  /** Ends a worker that seems to do nothing any more. */
  #clock(reader: Reader, timeout: number): NodeJS.Timeout {
    return setTimeout(() => this.#end(reader, TOO_SLOW()), PATIENCE * timeout);
  }

  /** Ends workers that work too long on one page, or take more memory than a file may, before the machine suffers. */
  #watch(): void {
    for (const reader of [...this.#readers]) {
      if (!reader.job) continue;
      if (memoryOf(reader.process.pid) > 2 * this.#options.memory) this.#end(reader, TOO_MUCH_MEMORY());
      else if (workedBy(reader.process.pid) - reader.job.worked > reader.job.waiting.timeout) this.#end(reader, TOO_SLOW());
    }
  }

  #start(): Reader | null {
    if (this.#readers.length >= this.#options.size) return null;
    const { clear, ...options } = caged(WORKER, [`--max-old-space-size=${this.#options.memory}`]);
    const child = fork(WORKER, [], { ...options, serialization: 'advanced', stdio: ['ignore', 'ignore', 'pipe', 'ipc'] });
    // People who wait for a screen come first.
    if (child.pid !== undefined) setPriority(child.pid, constants.priority.PRIORITY_BELOW_NORMAL);
    const reader: Reader = { process: child, job: null };
    child.on('message', (answer: ReaderAnswer) => this.#answered(reader, answer));
    child.stderr?.on('data', (said: Buffer) =>
      log.debug({ worker: child.pid, bytes: said.length }, 'a reader wrote to its standard error'),
    );
    child.on('exit', (code, signal) => {
      clear();
      if (!this.#closed) log.warn({ worker: child.pid, code, signal }, 'a reader ended');
      this.#end(reader, TOO_MUCH_MEMORY());
    });
    this.#readers.push(reader);
    return reader;
  }

  #answered(reader: Reader, answer: ReaderAnswer): void {
    const { job } = reader;
    if (!job || job.id !== answer.id) return;
    clearTimeout(job.timer);
    if ('page' in answer) {
      job.timer = this.#clock(reader, job.waiting.timeout);
      job.worked = workedBy(reader.process.pid);
      return;
    }
    reader.job = null;
    if (answer.ok) job.waiting.resolve(answer.result);
    else {
      if (answer.error !== undefined) log.error({ worker: reader.process.pid, error: answer.error }, 'a file could not be read');
      job.waiting.reject(new UnreadableFile(answer.fault));
    }
    this.#dispatch();
  }

  #end(reader: Reader, error: Error): void {
    const at = this.#readers.indexOf(reader);
    if (at < 0) return;
    this.#readers.splice(at, 1);
    reader.process.kill('SIGKILL');
    if (reader.job) {
      clearTimeout(reader.job.timer);
      reader.job.waiting.reject(error);
    }
    this.#dispatch();
  }
}

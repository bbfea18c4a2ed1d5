import { setTimeout as sleep } from 'node:timers/promises';
import { log, noted } from '../log.js';
import type { ReadingFailure } from '@umber/core/documents';
import PgBoss from 'pg-boss';
import { troubleOf } from '../database/database.js';
import { seal } from '../archive/seal.js';
import { readHeads, writeHeads } from '../archive/seal-file.js';
import { keepCheck } from '../archive/book-queries.js';
import { verifyBooks } from '../archive/verify-books.js';
import { verifyBlobs } from '../archive/verify.js';
import { delayReading, readArrivedDocument, refuseDocument } from './read-arrived.js';
import { learnHabits, waitingFor } from '../habits/learn.js';
import { documentsToLearn } from '../habits/queries.js';
import { runTrial } from '../habits/trial.js';
import { readWithHabits } from './read-with-habits.js';
import { lettersToSend } from '../letters/queries.js';
import { sendLetter } from '../letters/write.js';
import { sendQuestion } from '../asking/ask.js';
import { questionsToMail } from '../asking/queries.js';
import { matchRequests } from '../waiting/queries.js';
import { matchWaiting } from '../matching/watch.js';
import { deleteOldAnswers } from '../programs/queries.js';
import { giveUpRun, runDueExports, runExport, runsToDo } from '../exports/run.js';
import { releaseSpreads } from '../ledger/release.js';
import { wakeRested } from '../matching/resolve.js';
import { learnSorting } from '../sorting/learn.js';
import { isForgotten } from '../sorting/queries.js';
import { keepFile } from '../keeping/kept-folder.js';
import { documentsToKeep } from '../keeping/queries.js';
import { carryOutDeletion } from '../retention/deletion.js';
import { deletionsToDo } from '../retention/deletion-queries.js';
import type { Services } from '../services.js';
import { failArrival, waitingArrivals, waitingDocuments } from '../intake/queries.js';
import { endStep } from '../intake/steps.js';
import { sumUpRestingCounts } from '../trays/queries.js';
import { unpackArrival } from '../intake/unpack.js';

const QUEUES = [
  'unpack-arrival',
  'read-document',
  'learn-sorting',
  'learn-habits',
  'read-waiting',
  'read-with-habits',
  'try-habits',
  'send-letter',
  'match-waiting',
  'send-question',
  'run-export',
  'keep-file',
  'delete-originals',
  'wake-rested',
  'verify-blobs',
  'sum-up-counts',
  'seal',
  'verify-books',
] as const;
type Queue = (typeof QUEUES)[number];
const RETRIES = 4;
/** Seconds after which a job counts as lost: a hundred scanned pages take their time. What a crash left is taken up at the next start anyway. */
const LONGEST = 3600;
/** Arrivals fetched at a time: opening one takes milliseconds, fetching a job half a second. Where one fails, all are tried again, and those that are done do nothing. */
const UNPACKED_TOGETHER = 12;
/** Documents that are read again at a time, each in some hundredths of a second. */
const READ_TOGETHER = 20;
/** Documents that are written into the folder at a time. */
const KEPT_TOGETHER = 500;
const SWEEP_MS = 60_000;
/** After the database was away, what it was away from is looked for so soon. */
const AFTER_TROUBLE_MS = 3000;
const LAST_STEP_MS = 10_000;
const LOOKS_AGAIN_MS = 1100;
const EVERY_TEN_MINUTES = '*/10 * * * *';
const EVERY_NIGHT = '20 3 * * *';

/** The background steps as jobs in PostgreSQL. Several servers may run them on one database; each job runs on one. */
export class Jobs {
  readonly #boss: PgBoss;
  #sweep: NodeJS.Timeout | undefined;
  #afterTrouble: NodeJS.Timeout | undefined;
  #isOpen = true;
  /** Looks for what has no job, or, where `jobless` is false, for all that waits and is not worked on here. */
  #look: ((jobless: boolean) => Promise<void>) | undefined;
  /** Steps that run now, and what they are for. */
  readonly #running = new Set<Promise<unknown>>();
  readonly #workedOn = new Set<string>();

  constructor(url: string) {
    this.#boss = new PgBoss({ connectionString: url, schema: 'jobs', max: 4 });
    const note = noted('the job queue');
    this.#boss.on('error', (error) => {
      note(error);
      this.#lookAfterTrouble();
    });
  }

  /** Prepares the queues; jobs can be sent from now on. */
  async open(): Promise<void> {
    await this.#boss.start();
    for (const name of QUEUES) {
      const options = {
        name,
        // Of one key one job waits at a time.
        policy: 'short',
        retryLimit: RETRIES,
        retryDelay: 2,
        retryBackoff: true,
        expireInSeconds: LONGEST,
      } as const;
      await this.#boss.createQueue(name, options);
      // A queue of an earlier version keeps its options otherwise.
      await this.#boss.updateQueue(name, options);
    }
  }

  /** Whether the queue answers. */
  async answers(): Promise<boolean> {
    return (await this.#boss.getQueue('read-document')) !== null;
  }

  /** Asks for a step to be run; asking again while it waits changes nothing. */
  async send(queue: Exclude<Queue, 'wake-rested' | 'verify-blobs' | 'sum-up-counts' | 'seal' | 'verify-books'>, id: number): Promise<void> {
    await this.#boss.send(queue, { id }, { singletonKey: String(id) });
  }

  /** Starts working. What a crash left without a job is found at once and every minute. */
  async work(services: Services, workers = 2): Promise<void> {
    const options = { pollingIntervalSeconds: 0.5, batchSize: 1, includeMetadata: true } as const;
    for (let i = 0; i < workers; i++) {
      await this.#work('unpack-arrival', { ...options, batchSize: UNPACKED_TOGETHER }, async (jobs) => {
        const failures: unknown[] = [];
        for (const { data, retryCount } of jobs)
          await this.#unpack(services, data.id, retryCount).catch((error: unknown) => failures.push(error));
        if (failures.length > 0) throw failures[0];
      });
      await this.#work('read-document', options, async ([job]) => {
        await lastTry(
          { queue: 'read-document', job: job.id, document: job.data.id },
          job.retryCount,
          () => readArrivedDocument(services, job.data.id),
          {
            wait: (error) => delayReading(services, job.data.id, error),
            setAside: (failure) => refuseDocument(services, job.data.id, failure),
          },
        );
      });
    }
    await this.#work('learn-sorting', options, () => learnSorting(services.pool));
    await this.#work('learn-habits', options, ([{ data }]) => learnHabits(services, data.id));
    await this.#work('read-waiting', options, async ([{ data }]) => {
      for (const id of await waitingFor(services.pool, data.id)) await this.send('read-with-habits', id);
    });
    await this.#work('read-with-habits', { ...options, batchSize: READ_TOGETHER }, async (jobs) => {
      for (const { data } of jobs) await readWithHabits(services, data.id);
    });
    await this.#work('try-habits', options, ([{ data }]) => runTrial(services, data.id));
    await this.#work('send-letter', options, ([{ data }]) => sendLetter(services, data.id));
    await this.#work('send-question', options, ([{ data }]) => sendQuestion(services, data.id));
    await this.#work('run-export', options, async ([job]) => {
      await runExport(services, job.data.id).catch(async (error: unknown) => {
        if (job.retryCount >= RETRIES) await giveUpRun(services, job.data.id);
        throw error;
      });
    });
    await this.#work('keep-file', options, ([{ data }]) => keepFile(services, data.id));
    await this.#work('delete-originals', options, ([{ data }]) => carryOutDeletion(services, data.id));
    await this.#work('match-waiting', options, ([{ data }]) => matchWaiting(services, data.id));
    await this.#work('wake-rested', options, async () => {
      await wakeRested(services);
      await releaseSpreads(services);
      await runDueExports(services);
      await deleteOldAnswers(services.pool);
    });
    await this.#boss.schedule('wake-rested', EVERY_TEN_MINUTES);
    await this.#work('verify-blobs', options, () => verifyBlobs(services.pool));
    await this.#boss.schedule('verify-blobs', EVERY_TEN_MINUTES);
    await this.#work('seal', options, () => sealDays(services));
    await this.#boss.schedule('seal', EVERY_TEN_MINUTES);
    await this.#work('verify-books', options, () => checkBooks(services));
    await this.#boss.schedule('verify-books', EVERY_NIGHT);
    await this.#work('sum-up-counts', options, () => sumUpRestingCounts(services.pool));
    await this.#boss.schedule('sum-up-counts', EVERY_TEN_MINUTES);
    const look = async (jobless: boolean) => {
      const isFree = (queue: Queue) => (id: number) => !this.#workedOn.has(`${queue} ${id}`);
      const [arrivals, documents] = [await waitingArrivals(services.pool, jobless), await waitingDocuments(services.pool, jobless)];
      for (const id of arrivals.filter(isFree('unpack-arrival'))) await this.send('unpack-arrival', id);
      for (const id of documents.filter(isFree('read-document'))) await this.send('read-document', id);
      for (const id of (await documentsToLearn(services.pool)).filter(isFree('learn-habits'))) await this.send('learn-habits', id);
      for (const id of (await questionsToMail(services.pool)).filter(isFree('send-question'))) await this.send('send-question', id);
      for (const id of (await matchRequests(services.pool)).filter(isFree('match-waiting'))) await this.send('match-waiting', id);
      for (const id of (await runsToDo(services.pool)).filter(isFree('run-export'))) await this.send('run-export', id);
      for (const id of (await documentsToKeep(services.pool, KEPT_TOGETHER)).filter(isFree('keep-file'))) await this.send('keep-file', id);
      for (const id of (await deletionsToDo(services.pool)).filter(isFree('delete-originals'))) await this.send('delete-originals', id);
      for (const id of (await lettersToSend(services.pool)).filter(isFree('send-letter'))) await this.send('send-letter', id);
    };
    this.#look = look;
    if (await isForgotten(services.pool)) await this.send('learn-sorting', 0);
    // Jobs that a killed server was working on look alive for a while: at the start they are not waited for.
    await look(false);
    this.#sweep = setInterval(() => void look(true).catch(noted('the sweep for jobs')), SWEEP_MS);
  }

  /**
   * A database that was away may not know that a job has ended: it looks alive for an hour. Once it answers again, all that waits and is
   * not worked on here is asked for anew; what is done already does nothing.
   */
  #lookAfterTrouble(): void {
    if (!this.#isOpen || !this.#look || this.#afterTrouble) return;
    this.#afterTrouble = setTimeout(() => {
      this.#afterTrouble = undefined;
      void this.#look?.(false).catch(() => this.#lookAfterTrouble());
    }, AFTER_TROUBLE_MS);
  }

  /** Works on a queue; which steps run is known. */
  async #work(
    queue: Queue,
    options: PgBoss.WorkOptions & { includeMetadata: true },
    step: (jobs: PgBoss.JobWithMetadata<{ id: number }>[]) => Promise<unknown>,
  ): Promise<void> {
    await this.#boss.work<{ id: number }>(queue, options, async (jobs) => {
      const about = jobs.map(({ data }) => `${queue} ${data?.id ?? ''}`);
      for (const one of about) this.#workedOn.add(one);
      const running = step(jobs);
      this.#running.add(running);
      await running
        .catch((error: unknown) => {
          if (troubleOf(error) !== null) this.#lookAfterTrouble();
          throw error;
        })
        .finally(() => {
          this.#running.delete(running);
          for (const one of about) this.#workedOn.delete(one);
        });
    });
  }

  async #unpack(services: Services, arrivalId: number, retryCount: number): Promise<void> {
    const of = { arrivalId };
    await lastTry({ queue: 'unpack-arrival', arrival: arrivalId }, retryCount, () => unpackArrival(services, arrivalId), {
      wait: (error) => endStep(services.pool, of, 'unpacked', 'waiting', { code: 'tries-again', error }),
      setAside: async (failure) => {
        await failArrival(services.pool, arrivalId, failure);
        await endStep(services.pool, of, 'unpacked', 'failed', { code: 'failed', because: failure });
      },
    });
  }

  async close(): Promise<void> {
    this.#isOpen = false;
    clearInterval(this.#sweep);
    clearTimeout(this.#afterTrouble);
    // First nobody takes anything up: what is being asked of the queue is answered while its connections are still open, else it never ends.
    for (const name of QUEUES) await this.#boss.offWork(name);
    // A step that takes longer ends by itself, and the queue looks once a second whether it has: both are waited for, though not for ever.
    await Promise.race([Promise.allSettled([...this.#running]), sleep(LAST_STEP_MS)]);
    await sleep(LOOKS_AGAIN_MS);
    await this.#boss.stop({ graceful: true, timeout: 5000, wait: true });
  }
}

/** Seals the days that have ended; heads are written to the file where the installation names one. */
async function sealDays({ pool, today, sealFile }: Services): Promise<void> {
  const heads = await seal(pool, today());
  if (sealFile !== null) await writeHeads(sealFile, heads);
}

/** Works the books out anew and keeps what is off; that is an error to whoever watches the log. */
async function checkBooks({ pool, sealFile }: Services): Promise<void> {
  const written = sealFile === null ? [] : await readHeads(sealFile).catch(() => []);
  const findings = await verifyBooks(pool, written, 'without-files');
  await keepCheck(pool, findings);
  if (findings.length > 0) log.error({ findings: findings.slice(0, 20) }, 'the books are not what they were');
}

type GaveUp = Extract<ReadingFailure, { code: 'gave-up' }>;

/** Runs a step; when it fails it waits for its next try with the reason, the last time what it was for is set aside, never silently. */
async function lastTry(
  about: object,
  retryCount: number,
  step: () => Promise<unknown>,
  { wait, setAside }: { wait: (error: string) => Promise<unknown>; setAside: (failure: GaveUp) => Promise<unknown> },
): Promise<void> {
  try {
    await step();
  } catch (error) {
    const said = error instanceof Error ? error.message : 'unknown error';
    log.error({ ...about, tries: retryCount + 1, error }, 'a job failed');
    // What the database's own trouble stopped is not to blame: it waits, for the sweep at the latest, until it can be done.
    if (retryCount < RETRIES || troubleOf(error) !== null) {
      await wait(said).catch(noted('a step could not be noted'));
      throw error;
    }
    await setAside({ code: 'gave-up', tries: RETRIES + 1, error: said });
  }
}

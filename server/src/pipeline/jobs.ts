import { log, noted } from '../log.js';
import type { ReadingFailure } from '@umber/core/documents';
import PgBoss from 'pg-boss';
import { verifyBlobs } from '../archive/verify.js';
import { delayReading, readArrivedDocument, refuseDocument } from './read-arrived.js';
import { learnSorting } from '../sorting/learn.js';
import { isForgotten } from '../sorting/queries.js';
import type { Services } from '../services.js';
import { failArrival, waitingArrivals, waitingDocuments } from '../intake/queries.js';
import { endStep } from '../intake/steps.js';
import { sumUpRestingCounts } from '../trays/queries.js';
import { unpackArrival } from '../intake/unpack.js';

const QUEUES = ['unpack-arrival', 'read-document', 'learn-sorting', 'verify-blobs', 'sum-up-counts'] as const;
type Queue = (typeof QUEUES)[number];
const RETRIES = 4;
/** Seconds after which a job counts as lost: a hundred scanned pages take their time. What a crash left is taken up at the next start anyway. */
const LONGEST = 3600;
/** Arrivals fetched at a time: opening one takes milliseconds, fetching a job half a second. Where one fails, all are tried again, and those that are done do nothing. */
const UNPACKED_TOGETHER = 12;
const SWEEP_MS = 60_000;
const EVERY_TEN_MINUTES = '*/10 * * * *';

/** The background steps as jobs in PostgreSQL. Several servers may run them on one database; each job runs on one. */
export class Jobs {
  readonly #boss: PgBoss;
  #sweep: NodeJS.Timeout | undefined;

  constructor(url: string) {
    this.#boss = new PgBoss({ connectionString: url, schema: 'jobs', max: 4 });
    this.#boss.on('error', noted('the job queue'));
  }

  /** Prepares the queues; jobs can be sent from now on. */
  async open(): Promise<void> {
    await this.#boss.start();
    for (const name of QUEUES) {
      const options = {
        name,
        policy: 'standard',
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
  async send(queue: Exclude<Queue, 'verify-blobs' | 'sum-up-counts'>, id: number): Promise<void> {
    await this.#boss.send(queue, { id }, { singletonKey: String(id) });
  }

  /** Starts working. What a crash left without a job is found at once and every minute. */
  async work(services: Services, workers = 2): Promise<void> {
    const options = { pollingIntervalSeconds: 0.5, batchSize: 1, includeMetadata: true } as const;
    for (let i = 0; i < workers; i++) {
      await this.#boss.work<{ id: number }>('unpack-arrival', { ...options, batchSize: UNPACKED_TOGETHER }, async (jobs) => {
        const failures: unknown[] = [];
        for (const { data, retryCount } of jobs)
          await this.#unpack(services, data.id, retryCount).catch((error: unknown) => failures.push(error));
        if (failures.length > 0) throw failures[0];
      });
      await this.#boss.work<{ id: number }>('read-document', options, async ([job]) => {
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
    await this.#boss.work('learn-sorting', options, () => learnSorting(services.pool));
    await this.#boss.work('verify-blobs', options, () => verifyBlobs(services.pool));
    await this.#boss.schedule('verify-blobs', EVERY_TEN_MINUTES);
    await this.#boss.work('sum-up-counts', options, () => sumUpRestingCounts(services.pool));
    await this.#boss.schedule('sum-up-counts', EVERY_TEN_MINUTES);
    const sweep = async (jobless: boolean) => {
      for (const id of await waitingArrivals(services.pool, jobless)) await this.send('unpack-arrival', id);
      for (const id of await waitingDocuments(services.pool, jobless)) await this.send('read-document', id);
    };
    if (await isForgotten(services.pool)) await this.send('learn-sorting', 0);
    // Jobs that a killed server was working on look alive for a while: at the start they are not waited for.
    await sweep(false);
    this.#sweep = setInterval(() => void sweep(true).catch(noted('the sweep for jobs')), SWEEP_MS);
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
    clearInterval(this.#sweep);
    await this.#boss.stop({ graceful: true, timeout: 5000, wait: true });
  }
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
    if (retryCount < RETRIES) {
      await wait(said);
      throw error;
    }
    await setAside({ code: 'gave-up', tries: RETRIES + 1, error: said });
  }
}

import type { EventEmitter } from 'node:events';
import type { Pool } from './database/database.js';
import type { MailOut } from './letters/post-office.js';
import type { Reach } from './intake/reach.js';
import type { Streams } from './events/streams.js';
import type { ReaderPool } from './readers/reader-pool.js';

/** What the server's areas work with; made once at start, handed to each. */
export interface Services {
  readonly pool: Pool;
  readonly readers: ReaderPool;
  /** Whether the job queue answers. */
  readonly queueAnswers: () => Promise<boolean>;
  /** Emits `news` with each LiveNews. */
  readonly live: EventEmitter;
  /** The live streams that are open. */
  readonly streams: Streams;
  /** Today, ISO 8601. */
  readonly today: () => string;
  /** Tells the job runner that something waits: arrivals to unpack, documents to read, sorting to be learned anew. */
  readonly enqueue: (
    queue:
      | 'unpack-arrival'
      | 'read-document'
      | 'learn-sorting'
      | 'learn-habits'
      | 'read-waiting'
      | 'read-with-habits'
      | 'try-habits'
      | 'send-letter'
      | 'match-waiting'
      | 'send-question'
      | 'run-export'
      | 'delete-originals',
    id: number,
  ) => Promise<void>;
  /** The installation's key, 32 bytes: passwords of mailboxes are encrypted with it. */
  readonly secret: Buffer;
  /** Where it may go on behalf of who sets sources up. */
  readonly reach: Reach;
  /** Where entries are handed to another ledger; null for none. */
  readonly ledgerUrl: string | null;
  /** The file that heads of sealed days are written to; null for none. */
  readonly sealFile: string | null;
  /** Where the stand-in supplier listens; null outside the demo. */
  readonly demoUrl: string | null;
  /** Where people open the interface: what stands in mails to them. */
  readonly publicUrl: string;
  /** Where letters go out; null where no mail server is set. */
  readonly mailOut: MailOut | null;
}

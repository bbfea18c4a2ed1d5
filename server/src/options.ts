import type { MailOut } from './letters/post-office.js';
import type { Reach } from './intake/reach.js';

/** The database as it is to be worked with. */
export interface DatabaseAccess {
  /** As the application's role. */
  readonly databaseUrl: string;
  /** As its owner, for migrations; null where another process has brought it to this version. */
  readonly ownerUrl: string | null;
}

/** What an installation is started with. */
export interface ServerOptions extends DatabaseAccess {
  /** 0: any free port. */
  readonly httpPort: number;
  readonly smtpPort: number;
  /** The built interface; null serves the API alone. */
  readonly webFolder: string | null;
  readonly demoUrl: string | null;
  /** Where people open the interface; this machine where it is left out. */
  readonly publicUrl?: string;
  /** Where letters to suppliers go out; nowhere where it is left out. */
  readonly mailOut?: MailOut | null;
  /** 32 bytes. */
  readonly secret: Buffer;
  /** Where entries are handed to another ledger; nowhere where it is left out. */
  readonly ledgerUrl?: string | null;
  /** The file that heads of sealed days are written to. */
  readonly sealFile?: string | null;
  /** Where sources may be; nowhere where it is left out. */
  readonly reach?: Reach;
  readonly today?: () => string;
  /** Whether this process works in the background too. */
  readonly works?: boolean;
  readonly readers?: number;
}

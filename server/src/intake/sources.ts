import { noted } from '../log.js';
import { folderSettingsSchema, mailboxSettingsSchema } from '@umber/contract/intake/schemas';
import { type FolderSettings, type MailboxSettings, type SourceChange, type SourceTry, type SourceView } from '@umber/contract/intake';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { Folder, tryFolder } from './folder.js';
import { Mailbox, tryMailbox } from './mailbox.js';
import { allRules, deleteSource, fetchedSources, insertSource, sourceRow, sourceViews, updateSource, type SourceRow } from './queries.js';
import { encrypt, decrypt } from './encryption.js';

/** Every source with its rules, counts and last error; passwords stay here. */
export async function sourcesView(db: Database): Promise<SourceView[]> {
  const rules = await allRules(db);
  return (await sourceViews(db)).map((source) => ({
    ...source,
    rules: rules.filter((rule) => rule.sourceId === source.id).map(({ conditions, does }) => ({ conditions, does })),
  }));
}

/** Adds a mailbox or a watched folder. @throws ApiError where the name is taken. */
export async function addSource(
  services: Services,
  kind: 'mailbox' | 'folder',
  { name, enabled, settings, password }: SourceChange,
): Promise<void> {
  const id = await insertSource(services.pool, kind, name, enabled, settings, encrypted(services, password));
  if (id === null) throw nameTaken(name);
}

/** Changes a source; only mailboxes and folders have settings. @throws ApiError where there is none, or its name is taken. */
export async function changeSource(services: Services, id: number, change: SourceChange): Promise<void> {
  const source = await sourceRow(services.pool, id);
  if (!source) throw new ApiError('no-such-thing', 'There is no such source any more.');
  const settings = checkedSettings(source, change);
  try {
    await updateSource(services.pool, id, change.name, change.enabled, settings, encrypted(services, change.password));
  } catch (error) {
    throw isViolation(error, 'sources_name_key') ? nameTaken(change.name) : error;
  }
}

/** Removes a source that nothing came from. @throws ApiError where something did: it can be switched off. */
export async function removeSource(services: Services, id: number): Promise<void> {
  if (!(await inTransaction(services.pool, (db) => deleteSource(db, id))))
    throw new ApiError('bad-request', 'Only a mailbox or folder that nothing came from can be removed. Switch it off instead.');
}

/** Tries a mailbox or folder as it is set up now, and says what it found. */
export async function trySource(services: Services, id: number): Promise<SourceTry> {
  const source = await sourceRow(services.pool, id);
  if (!source) throw new ApiError('no-such-thing', 'There is no such source any more.');
  if (source.kind === 'mailbox') return tryMailbox(source.settings as MailboxSettings, passwordOf(services, source));
  if (source.kind === 'folder') return tryFolder(source.settings as FolderSettings);
  return { works: source.enabled, sentence: source.enabled ? 'It waits for what is brought to it.' : 'It is switched off.' };
}

function checkedSettings(source: SourceRow, { settings }: SourceChange) {
  if (source.kind === 'mailbox') return valid(mailboxSettingsSchema, settings);
  return source.kind === 'folder' ? valid(folderSettingsSchema, settings) : {};
}

const encrypted = (services: Services, password: string | undefined): Buffer | null =>
  password === undefined || password === '' ? null : encrypt(services.secret, password);

const passwordOf = (services: Services, { secret }: SourceRow): string => (secret === null ? '' : decrypt(services.secret, secret));

const nameTaken = (name: string) => new ApiError('bad-request', `There is a source called “${name}” already. Choose another name.`);

const LOOK_MS = 3000;

/** Keeps the mailboxes and folders that are switched on running, and follows what is changed in the settings, by whichever server. */
export class FetchedSources {
  readonly #services: Services;
  readonly #running = new Map<number, { version: number; fetcher: Mailbox | Folder }>();
  #looking: NodeJS.Timeout | undefined;
  #look: Promise<void> = Promise.resolve();

  constructor(services: Services) {
    this.#services = services;
  }

  start(): void {
    const look = () => {
      this.#look = this.#look.then(() => this.#follow()).catch(noted('the sources could not be looked up'));
    };
    look();
    this.#looking = setInterval(look, LOOK_MS);
  }

  async stop(): Promise<void> {
    clearInterval(this.#looking);
    await this.#look;
    await Promise.all([...this.#running.values()].map(({ fetcher }) => fetcher.stop()));
  }

  async #follow(): Promise<void> {
    const wanted = new Map((await fetchedSources(this.#services.pool)).map((source) => [source.id, source]));
    for (const [id, { version, fetcher }] of this.#running) {
      if (wanted.get(id)?.version === version) continue;
      this.#running.delete(id);
      await fetcher.stop();
    }
    for (const source of wanted.values()) {
      if (this.#running.has(source.id)) continue;
      const fetcher =
        source.kind === 'mailbox'
          ? new Mailbox(this.#services, source.id, source.settings as MailboxSettings, passwordOf(this.#services, source))
          : new Folder(this.#services, source.id, source.settings as FolderSettings);
      this.#running.set(source.id, { version: source.version, fetcher });
      fetcher.start();
    }
  }
}

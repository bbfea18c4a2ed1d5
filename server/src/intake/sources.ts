import { setTimeout as sleep } from 'node:timers/promises';
import type { Person } from '@umber/contract/people';
import { audit } from '../audit/queries.js';
import { noted } from '../log.js';
import { folderSettingsSchema, mailboxSettingsSchema } from '@umber/contract/intake/schemas';
import type {
  FolderSettings,
  MailboxSettings,
  SourceChange,
  SourceKind,
  SourceSettings,
  SourceTry,
  SourceView,
} from '@umber/contract/intake';
import { inTransaction, isViolation, type Database } from '../database/database.js';
import { ApiError } from '../api-error.js';
import type { Services } from '../services.js';
import { valid } from '../validation.js';
import { Folder, tryFolder } from './folder.js';
import { Mailbox, tryMailbox } from './mailbox.js';
import { folderInReach, inReach } from './reach.js';
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

/** Adds a mailbox or a watched folder. @throws ApiError where the name is taken, or it is out of reach. */
export async function addSource(
  services: Services,
  person: Person,
  kind: 'mailbox' | 'folder',
  { name, enabled, settings, password }: SourceChange,
): Promise<void> {
  await assertInReach(services, kind, settings);
  await inTransaction(services.pool, async (db) => {
    const id = await insertSource(db, kind, name, enabled, settings, encrypted(services, password));
    if (id === null) throw nameTaken(name);
    await audit(db, person.id, { code: 'source-added', name, kind, settings: { ...settings } });
  });
}

/**
 * Changes a source; only mailboxes and folders have settings. A password that is kept is for the server and login that it was typed for: for
 * another it is typed anew. @throws ApiError where there is none, its name is taken, or it is out of reach.
 */
export async function changeSource(services: Services, person: Person, id: number, change: SourceChange): Promise<void> {
  const source = await sourceRow(services.pool, id);
  if (!source) throw new ApiError('no-such-thing', 'There is no such source any more.');
  const settings = checkedSettings(source, change);
  await assertInReach(services, source.kind, settings);
  const secret = encrypted(services, change.password);
  if (source.kind === 'mailbox' && secret === null && goesElsewhere(source.settings as MailboxSettings, settings as MailboxSettings))
    throw new ApiError(
      'bad-request',
      'Type the password again: the one that is kept is not sent to another server, nor for another login.',
    );
  try {
    await inTransaction(services.pool, async (db) => {
      await updateSource(db, id, change.name, change.enabled, settings, secret);
      await audit(db, person.id, {
        code: 'source-changed',
        name: source.name,
        changes: changesOf(source, change, settings, secret !== null),
      });
    });
  } catch (error) {
    throw isViolation(error, 'sources_name_key') ? nameTaken(change.name) : error;
  }
}

const goesElsewhere = (before: MailboxSettings, after: MailboxSettings): boolean =>
  (['host', 'port', 'secure', 'user'] as const).some((part) => before[part] !== after[part]);

/** What a change changes, by name; a password without its value. */
function changesOf(source: SourceRow, change: SourceChange, settings: SourceSettings, password: boolean) {
  const flat = (name: string, enabled: boolean, more: object): Record<string, string> =>
    Object.fromEntries(Object.entries({ name, enabled, ...more }).map(([what, value]) => [what, String(value)]));
  const before = flat(source.name, source.enabled, source.settings);
  const after = flat(change.name, change.enabled, settings);
  const changed = Object.keys({ ...before, ...after })
    .filter((what) => before[what] !== after[what])
    .map((what) => ({ what, before: before[what] ?? null, after: after[what] ?? null }));
  return password ? [...changed, { what: 'password', before: null, after: null }] : changed;
}

/** Removes a source that nothing came from. @throws ApiError where something did: it can be switched off. */
export async function removeSource(services: Services, person: Person, id: number): Promise<void> {
  await inTransaction(services.pool, async (db) => {
    const source = await sourceRow(db, id);
    if (!source || !(await deleteSource(db, id)))
      throw new ApiError('bad-request', 'Only a mailbox or folder that nothing came from can be removed. Switch it off instead.');
    await audit(db, person.id, { code: 'source-removed', name: source.name });
  });
}

/** Milliseconds that a try takes at least: how soon something is refused tells nothing of the network. */
const TRY_MS = 3000;

/** Tries a mailbox or folder as it is set up now, and says what it found. */
export async function trySource(services: Services, person: Person, id: number): Promise<SourceTry> {
  const source = await sourceRow(services.pool, id);
  if (!source) throw new ApiError('no-such-thing', 'There is no such source any more.');
  const [tried] = await Promise.all([tryOut(services, source), source.kind === 'mailbox' ? sleep(TRY_MS) : null]);
  await audit(services.pool, person.id, { code: 'source-tried', name: source.name, works: tried.works });
  return tried;
}

async function tryOut(services: Services, source: SourceRow): Promise<SourceTry> {
  if (source.kind === 'mailbox') return tryMailbox(services, source.settings as MailboxSettings, passwordOf(services, source));
  if (source.kind === 'folder') return tryFolder(services, source.settings as FolderSettings);
  return { works: source.enabled, sentence: source.enabled ? 'It waits for what is brought to it.' : 'It is switched off.' };
}

/** A folder is looked up when it is set up and each time it is watched; a mail server when it is connected to. @throws ApiError */
async function assertInReach({ reach }: Services, kind: SourceKind, settings: SourceSettings): Promise<void> {
  if (kind !== 'folder') return;
  await inReach(folderInReach((settings as FolderSettings).path, reach));
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

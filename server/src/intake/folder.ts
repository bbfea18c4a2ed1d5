import { noted } from '../log.js';
import { access, constants, mkdir, open, rename, stat } from 'node:fs/promises';
import { basename, dirname, extname, join, relative, sep } from 'node:path';
import { watch, type FSWatcher } from 'chokidar';
import { MOST_UPLOAD_BYTES, type FolderSettings, type SourceTry } from '@umber/contract/intake';
import { sha256 } from '../archive/blobs.js';
import type { Services } from '../services.js';
import { noteSource } from './queries.js';
import { folderInReach } from './reach.js';
import { storeArrival } from './store.js';

/** The subfolder that taken files are moved to. */
export const DONE = 'Taken in';
/** A file is complete when its size has not changed for so long, in milliseconds. */
const STABLE_MS = 2000;
const POLL_MS = 1000;
const DEPTH = 5;
/** How often it is looked whether the folder is still there, in milliseconds. */
const LOOK_MS = 30_000;

/** A folder on this machine or a network drive, watched until it is stopped: complete files are kept, then moved or left. */
export class Folder {
  readonly #services: Services;
  readonly #id: number;
  readonly #settings: FolderSettings;
  #watcher: FSWatcher | null = null;
  #starting: Promise<void> = Promise.resolve();
  #looking: NodeJS.Timeout | undefined;
  /** Files are taken one after the other: a heap of them does not fill the memory. */
  #last: Promise<void> = Promise.resolve();

  constructor(services: Services, id: number, settings: FolderSettings) {
    this.#services = services;
    this.#id = id;
    this.#settings = settings;
  }

  start(): void {
    this.#starting = this.#watch().catch((error: unknown) => this.#note(whatFailed(error)));
    this.#looking = setInterval(() => void this.#look(), LOOK_MS);
  }

  async #watch(): Promise<void> {
    const { path, polls } = this.#settings;
    await folderInReach(path, this.#services.reach);
    this.#watcher = watch(path, {
      ignored: (file) => file !== path && isPassedOver(relative(path, file)),
      depth: DEPTH,
      usePolling: polls,
      interval: POLL_MS,
      awaitWriteFinish: { stabilityThreshold: STABLE_MS, pollInterval: 200 },
      ignorePermissionErrors: false,
      followSymlinks: false,
    });
    const take = (file: string) => {
      this.#last = this.#last.then(() => this.#take(file));
    };
    this.#watcher
      .on('add', take)
      .on('change', take)
      .on('ready', () => void this.#look())
      .on('error', (error) => void this.#note(whatFailed(error)));
  }

  async stop(): Promise<void> {
    clearInterval(this.#looking);
    await this.#starting;
    await this.#watcher?.close();
    await this.#last;
  }

  /** Notes whether the folder is still there and may be read. */
  async #look(): Promise<void> {
    const { works, sentence } = await tryFolder(this.#services, this.#settings);
    await this.#note(works ? null : sentence);
  }

  async #take(file: string): Promise<void> {
    const { path, afterwards, foldersAreTags } = this.#settings;
    try {
      await folderInReach(dirname(file), this.#services.reach);
      const bytes = await bytesOf(file);
      if (bytes === null) return;
      const place = relative(path, file);
      const tags = foldersAreTags
        ? dirname(place)
            .split(sep)
            .filter((part) => part !== '.')
        : [];
      const origin = `${place}:${sha256(bytes).toString('hex')}`;
      await storeArrival(this.#services, {
        source: this.#id,
        kind: 'file',
        bytes,
        name: basename(file),
        from: null,
        to: [],
        origin,
        person: null,
        tags,
      });
      if (afterwards === 'move') await moveAside(path, place);
      await this.#note(null);
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ENOENT') await this.#note(whatFailed(error));
    }
  }

  async #note(error: string | null): Promise<void> {
    await noteSource(this.#services.pool, this.#id, error).catch(noted('a source could not be noted', { source: this.#id }));
  }
}

/** A file's bytes; null where it is empty or no file of its own: what is linked to lies elsewhere. @throws Error where it is too large. */
async function bytesOf(file: string): Promise<Buffer | null> {
  const opened = await open(file, constants.O_RDONLY | constants.O_NOFOLLOW | constants.O_NONBLOCK).catch(
    (error: NodeJS.ErrnoException) => {
      if (error.code === 'ELOOP') return null;
      throw error;
    },
  );
  if (opened === null) return null;
  try {
    const found = await opened.stat();
    if (!found.isFile() || found.size === 0) return null;
    if (found.size > MOST_UPLOAD_BYTES) throw new Error(`${basename(file)} is larger than 100 MB and was left where it is.`);
    return await opened.readFile();
  } finally {
    await opened.close();
  }
}

/** Hidden files, those that programs write while they copy, and what was taken already. */
function isPassedOver(place: string): boolean {
  const parts = place.split(sep);
  return parts[0] === DONE || parts.some((part) => part.startsWith('.') || /^~|~$|\.(tmp|part|partial|crdownload|filepart)$/i.test(part));
}

/** Moves a taken file to the subfolder for such, under a name that is free there. */
async function moveAside(folder: string, place: string): Promise<void> {
  const target = join(folder, DONE, place);
  await mkdir(dirname(target), { recursive: true });
  const ending = extname(target);
  const free = async (path: string) =>
    access(path).then(
      () => false,
      () => true,
    );
  let to = target;
  for (let n = 2; !(await free(to)); n++) to = `${target.slice(0, target.length - ending.length)} (${n})${ending}`;
  await rename(join(folder, place), to);
}

/** Whether the folder is there and may be read, and written to where files are to be moved. */
export async function tryFolder({ reach }: Pick<Services, 'reach'>, { path, afterwards }: FolderSettings): Promise<SourceTry> {
  try {
    await folderInReach(path, reach);
    if (!(await stat(path)).isDirectory()) return { works: false, sentence: `${path} is a file, not a folder.` };
    await access(path, afterwards === 'move' ? constants.R_OK | constants.W_OK : constants.R_OK);
    return { works: true, sentence: 'The folder is there and is watched.' };
  } catch (error) {
    return { works: false, sentence: whatFailed(error) };
  }
}

function whatFailed(error: unknown): string {
  const { code, message, path } = error as NodeJS.ErrnoException;
  if (code === 'ENOENT') return `There is no folder ${path ?? ''} on the server. Make it, or check the path.`;
  if (code === 'EACCES' || code === 'EPERM')
    return `The server may not read or move files in ${path ?? 'the folder'}. Give it the right to.`;
  if (code === 'ENOSPC') return 'No more folders can be watched on this machine. Switch to looking every few seconds.';
  return message;
}

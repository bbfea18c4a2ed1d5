import { computed, inject, Injectable, signal } from '@angular/core';
import { MOST_UPLOAD_BYTES, PIECE_BYTES, type UploadView } from '@umber/contract/intake';
import { firstValueFrom } from 'rxjs';
import { Api } from '../api';
import { messageOf, ApiError } from '../api-error';

/** A file on its way in. */
export interface Upload {
  readonly key: number;
  readonly name: string;
  readonly size: number;
  readonly sent: number;
  readonly state: 'waiting' | 'sending' | 'broken' | 'done' | 'refused';
  /** Why it is refused, or what it waits for. */
  readonly note: string | null;
}

/** Pauses before a lost connection is tried again, in milliseconds. */
const PAUSES = [1000, 2000, 5000, 10_000] as const;
/** Files sent at the same time. */
const TOGETHER = 2;

/** Brings files in, in pieces: after a lost connection it goes on where the server has it. Goes on while the person works elsewhere. */
@Injectable({ providedIn: 'root' })
export class Uploads {
  readonly #api = inject(Api);
  readonly #files = new Map<number, File>();
  readonly list = signal<readonly Upload[]>([]);
  readonly busy = computed(() => this.list().filter(({ state }) => state !== 'done' && state !== 'refused').length);
  #running = 0;
  #next = 1;

  add(files: readonly File[]): void {
    for (const file of files) {
      const key = this.#next++;
      const refusal =
        file.size === 0 ? 'The file is empty.' : file.size > MOST_UPLOAD_BYTES ? 'It is larger than 100 MB: send it in parts.' : null;
      this.#files.set(key, file);
      const upload: Upload = { key, name: file.name, size: file.size, sent: 0, state: refusal ? 'refused' : 'waiting', note: refusal };
      this.list.update((list) => [...list, upload]);
    }
    this.#fill();
  }

  /** Takes what is done or refused off the list. */
  clear(): void {
    this.list.update((list) => list.filter(({ state }) => state !== 'done' && state !== 'refused'));
  }

  #fill(): void {
    while (this.#running < TOGETHER) {
      const waiting = this.list().find(({ state }) => state === 'waiting');
      if (!waiting) return;
      this.#running++;
      this.#set(waiting.key, { state: 'sending' });
      void this.#send(waiting.key).finally(() => {
        this.#running--;
        this.#files.delete(waiting.key);
        this.#fill();
      });
    }
  }

  async #send(key: number): Promise<void> {
    const file = this.#files.get(key);
    if (!file) return;
    let view: UploadView | null = null;
    for (let failures = 0; ;) {
      try {
        view = view
          ? await firstValueFrom(this.#api.call('upload', { upload: view.id }))
          : await firstValueFrom(this.#api.call('startUpload', {}, { name: file.name, size: file.size }));
        while (view.arrivalId === null) {
          view = await firstValueFrom(
            this.#api.call('sendPiece', { upload: view.id, starts: view.received }, file.slice(view.received, view.received + PIECE_BYTES)),
          );
          failures = 0;
          this.#set(key, { sent: view.received, state: 'sending', note: null });
        }
        this.#set(key, { sent: file.size, state: 'done', note: null });
        return;
      } catch (error) {
        if (error instanceof ApiError && error.code !== 'away') {
          this.#set(key, { state: 'refused', note: messageOf(error) });
          return;
        }
        this.#set(key, { state: 'broken', note: 'The connection is lost; it goes on by itself.' });
        await new Promise((resolve) => setTimeout(resolve, PAUSES[Math.min(failures++, PAUSES.length - 1)]));
      }
    }
  }

  #set(key: number, change: Partial<Upload>): void {
    this.list.update((list) => list.map((upload) => (upload.key === key ? { ...upload, ...change } : upload)));
  }
}

/** The files of a drop, those in folders too. */
export async function droppedFiles(transfer: DataTransfer): Promise<File[]> {
  const entries = [...transfer.items].map((item) => item.webkitGetAsEntry()).filter((entry) => entry !== null);
  return entries.length === 0 ? [...transfer.files] : (await Promise.all(entries.map(filesOf))).flat();
}

async function filesOf(entry: FileSystemEntry): Promise<File[]> {
  if (entry.isFile) return [await new Promise<File>((resolve, reject) => (entry as FileSystemFileEntry).file(resolve, reject))];
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  const all: File[] = [];
  // A reader gives a folder in parts, until it gives none.
  for (;;) {
    const part = await new Promise<FileSystemEntry[]>((resolve, reject) => reader.readEntries(resolve, reject));
    if (part.length === 0) return all;
    for (const one of part) all.push(...(await filesOf(one)));
  }
}

import '@angular/compiler';
import { Injector, runInInjectionContext } from '@angular/core';
import { MOST_UPLOAD_BYTES, PIECE_BYTES, type UploadStart, type UploadView } from '@umber/contract/intake';
import { defer, of, throwError, type Observable } from 'rxjs';
import { jest } from '@jest/globals';
import { Api } from '../api';
import { answering } from '../fixtures/answering';
import { ApiError } from '../api-error';
import { droppedFiles, Uploads } from './uploads';

/** A server that takes pieces; `lost` counts requests that fail as if the connection were gone, `loseAfter` those that first do not. */
class Server {
  readonly received = new Map<string, { size: number; bytes: number }>();
  readonly asked: string[] = [];
  lost = 0;
  loseAfter = -1;
  refusal: ApiError | null = null;
  #next = 1;

  readonly #startUpload = ({ name, size }: UploadStart) =>
    this.#answer(`start ${name}`, () => {
      const id = String(this.#next++);
      this.received.set(id, { size, bytes: 0 });
      return this.#view(id);
    });
  readonly #upload = (id: string) => this.#answer(`look ${id}`, () => this.#view(id));
  readonly #sendPiece = (id: string, starts: number, piece: Blob) =>
    this.#answer(`piece ${id} at ${starts}`, () => {
      const upload = this.received.get(id);
      if (!upload || upload.bytes !== starts) throw new Error('the piece does not go on where the last one ended');
      upload.bytes += piece.size;
      return this.#view(id);
    });

  readonly api = answering({
    startUpload: (_params, input) => this.#startUpload(input),
    upload: ({ upload }) => this.#upload(upload),
    sendPiece: ({ upload, starts }, piece) => this.#sendPiece(upload, starts, piece),
  });

  #view(id: string): UploadView {
    const { size, bytes } = this.received.get(id) ?? { size: 0, bytes: 0 };
    return { id, received: bytes, arrivalId: bytes >= size ? 70 + Number(id) : null } as UploadView;
  }

  #answer(what: string, work: () => UploadView): Observable<UploadView> {
    return defer(() => {
      this.asked.push(what);
      if (this.refusal) return throwError(() => this.refusal);
      if (this.loseAfter-- === 0) this.lost++;
      if (this.lost > 0) {
        this.lost--;
        return throwError(() => new ApiError('away', 'The server does not answer.'));
      }
      return of(work());
    });
  }
}

const file = (name: string, size: number) => new File([new Uint8Array(size)], name);

describe('files that are brought in', () => {
  let server: Server;
  let uploads: Uploads;
  beforeEach(() => {
    jest.useFakeTimers();
    server = new Server();
    const injector = Injector.create({ providers: [{ provide: Api, useValue: server.api }] });
    uploads = runInInjectionContext(injector, () => new Uploads());
  });
  afterEach(() => void jest.useRealTimers());

  const states = () => uploads.list().map(({ name, state }) => `${name} ${state}`);
  const settled = async () => {
    for (let i = 0; i < 200 && uploads.busy() > 0; i++) await jest.advanceTimersByTimeAsync(500);
  };

  it('go in pieces, one behind the other, until the server has all', async () => {
    uploads.add([file('long.pdf', 2 * PIECE_BYTES + 10)]);
    expect(states()).toEqual(['long.pdf sending']);
    await settled();
    expect(states()).toEqual(['long.pdf done']);
    expect(server.asked).toEqual(['start long.pdf', 'piece 1 at 0', `piece 1 at ${PIECE_BYTES}`, `piece 1 at ${2 * PIECE_BYTES}`]);
    expect(server.received.get('1')?.bytes).toBe(2 * PIECE_BYTES + 10);
  });

  it('wait their turn: two at a time', async () => {
    uploads.add(['a', 'b', 'c', 'd'].map((name) => file(name, 5)));
    expect(states()).toEqual(['a sending', 'b sending', 'c waiting', 'd waiting']);
    expect(uploads.busy()).toBe(4);
    await settled();
    expect(states()).toEqual(['a done', 'b done', 'c done', 'd done']);
  });

  it('go on where the server has them when the connection was lost', async () => {
    server.lost = 1;
    uploads.add([file('long.pdf', PIECE_BYTES + 4)]);
    await jest.advanceTimersByTimeAsync(0);
    expect(uploads.list()[0]).toMatchObject({ state: 'broken', note: 'The connection is lost; it goes on by itself.' });
    await settled();
    expect(states()).toEqual(['long.pdf done']);
    expect(server.asked).toEqual(['start long.pdf', 'start long.pdf', 'piece 1 at 0', `piece 1 at ${PIECE_BYTES}`]);

    // Lost between two pieces: what has come is not sent again.
    server.asked.length = 0;
    server.loseAfter = 2;
    uploads.add([file('again.pdf', 2 * PIECE_BYTES)]);
    await settled();
    expect(states()).toEqual(['long.pdf done', 'again.pdf done']);
    expect(server.asked).toEqual(['start again.pdf', 'piece 2 at 0', `piece 2 at ${PIECE_BYTES}`, 'look 2', `piece 2 at ${PIECE_BYTES}`]);
  });

  it('are refused with the server’s sentence, and at once where they are empty or too large', async () => {
    server.refusal = new ApiError('bad-request', 'Uploads are switched off.');
    const huge = file('huge.pdf', 1);
    Object.defineProperty(huge, 'size', { value: MOST_UPLOAD_BYTES + 1 });
    uploads.add([file('one.pdf', 5), file('empty.pdf', 0), huge]);
    await settled();
    expect(uploads.list().map(({ state, note }) => [state, note])).toEqual([
      ['refused', 'Uploads are switched off.'],
      ['refused', 'The file is empty.'],
      ['refused', 'It is larger than 100 MB: send it in parts.'],
    ]);
    uploads.clear();
    expect(uploads.list()).toEqual([]);
  });
});

describe('what is dropped', () => {
  const entryOf = (name: string) => ({ isFile: true, file: (take: (one: File) => void) => take(file(name, 3)) });
  /** A folder that gives its entries in parts of two, as browsers do in parts of a hundred. */
  const folderOf = (entries: unknown[]) => ({
    isFile: false,
    createReader: () => {
      let at = 0;
      return { readEntries: (take: (part: unknown[]) => void) => take(entries.slice(at, (at += 2))) };
    },
  });
  const transfer = (entries: unknown[]) =>
    ({ items: entries.map((entry) => ({ webkitGetAsEntry: () => entry })), files: [file('plain.pdf', 2)] }) as unknown as DataTransfer;

  it('are files, and those in folders and their folders too', async () => {
    const inner = folderOf(['d', 'e'].map(entryOf));
    const dropped = await droppedFiles(transfer([entryOf('a'), folderOf([entryOf('b'), entryOf('c'), inner])]));
    expect(dropped.map(({ name }) => name).sort()).toEqual(['a', 'b', 'c', 'd', 'e']);
  });

  it('are plain files where the browser knows no entries', async () => {
    expect((await droppedFiles(transfer([null]))).map(({ name }) => name)).toEqual(['plain.pdf']);
  });
});

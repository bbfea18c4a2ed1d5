import type { DocumentKind } from '@umber/core/documents';
import type { LineMethod, PageWords, ReadLine } from '@umber/core/reading';

/** What the worker reads: the pages of a document, and what it is known to be. */
export interface ReadingWish {
  readonly pages: readonly PageWords[];
  readonly kind: DocumentKind;
}
/** The line table as one way of reading finds it. */
export interface OtherReading {
  readonly method: Exclude<LineMethod, 'best'>;
  readonly lines: readonly ReadLine[];
}

export const METHOD_NAMES: Readonly<Record<OtherReading['method'], string>> = {
  heads: 'by the heads of columns',
  alignment: 'by how numbers line up',
  sums: 'by what adds up',
};

/** Reads the lines in every way there is, beside what the screen does. Nothing where the browser cannot. */
export function readOtherwise(wish: ReadingWish, found: (readings: readonly OtherReading[]) => void): () => void {
  if (typeof Worker === 'undefined') return () => undefined;
  const worker = new Worker(new URL('./other-readings.worker', import.meta.url));
  worker.onmessage = ({ data }: MessageEvent<readonly OtherReading[]>) => {
    found(data);
    worker.terminate();
  };
  worker.postMessage(wish);
  return () => worker.terminate();
}

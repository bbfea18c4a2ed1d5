/// <reference lib="webworker" />
import { readDocument } from '@umber/core/reading';
import { METHOD_NAMES, type OtherReading, type ReadingWish } from './other-readings';

addEventListener('message', ({ data: { pages, kind } }: MessageEvent<ReadingWish>) => {
  const methods = Object.keys(METHOD_NAMES) as OtherReading['method'][];
  postMessage(methods.map((method): OtherReading => ({ method, lines: readDocument(pages, { kind }, method).lines })));
});

import type { DocumentView, LineView } from '@umber/contract/documents';
import { heightOf, shownBox, type LaidPage } from '../viewer/geometry';
import { layOutMargin } from './margin-layout';

/** Heights in pixels: of a row, and of what the open one adds. */
export const ROW_HEIGHT = 28;

export interface PlacedRow {
  readonly line: LineView;
  /** Pixels from the top of the pages. */
  readonly top: number;
  readonly height: number;
}

/**
 * The lines beside the pages, each at the height of its place as far as they fit without touching; lines without a place follow the
 * one before them. `extra` is what the row of a line is taller by, in pixels.
 */
export function placeRows({ lines }: DocumentView, pages: readonly LaidPage[], extra: ReadonlyMap<number, number>): PlacedRow[] {
  let last = 0;
  const sized = lines.map((line) => {
    const laid = pages.find(({ page }) => page.number === line.page);
    const box = laid && line.box ? shownBox(laid, line.box) : null;
    // Never above the line before it: the order of the table is the order of the rows.
    const anchor = laid && box ? Math.max(last, laid.top + box.y + Math.min(box.height, 14) / 2) : last + 1;
    last = anchor;
    return { id: String(line.position), anchor, height: ROW_HEIGHT + (extra.get(line.position) ?? 0) };
  });
  const tops = new Map(layOutMargin(sized, Math.max(heightOf(pages), 300), 0).map(({ id, top }) => [id, top]));
  return lines.map((line, i) => ({ line, top: tops.get(String(line.position)) ?? 0, height: sized[i].height }));
}

/** The rows that reach into a part of the flow, in pixels from its top. */
export const rowsWithin = (rows: readonly PlacedRow[], from: number, to: number): PlacedRow[] =>
  rows.filter(({ top, height }) => top + height >= from && top <= to);

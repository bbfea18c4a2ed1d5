import type { DocumentView, LineView, PageView } from '@umber/contract/documents';
import type { PageMark } from '../documents/page-sheet';
import { questionText } from '../reading/sentences';
import { layOutMargin } from './margin-layout';

/** The height of a line's row, and what a doubt below it adds; pixels. */
const ROW_HEIGHT = 34;
const DOUBT_HEIGHT = 30;

/** A page that holds lines, with their rows beside it at the height of their place. All lengths in pixels from the top of the page. */
export interface LineSheet {
  readonly page: PageView;
  readonly rows: readonly { readonly line: LineView; readonly top: number; readonly doubt: string }[];
  readonly marks: readonly PageMark[];
  readonly height: number;
  readonly headTop: number;
}

/** The pages that hold lines, drawn `width` wide, or the first where none does; lines without a place stand on the last. */
export function lineSheets({ pages, lines, doubts }: DocumentView, chosen: number | null, width: number): LineSheet[] {
  const doubtOf = (line: LineView) => {
    const doubt = doubts.find((one) => one.line === line.position);
    return doubt ? questionText(doubt) : '';
  };
  const holding = pages.filter((page) => lines.some((line) => line.page === page.number));
  const used = holding.length > 0 ? holding : pages.slice(0, 1);
  return used.map((page, i) => {
    const scale = width / page.width;
    const own = lines.filter((line) => line.page === page.number || (line.page === null && i === used.length - 1));
    const sized = own.map((line) => ({
      id: String(line.position),
      anchor: line.box ? (line.box.y + Math.min(line.box.height, 12) / 2) * scale : null,
      height: ROW_HEIGHT + (doubtOf(line) ? DOUBT_HEIGHT : 0),
    }));
    const tops = new Map(layOutMargin(sized, page.height * scale, 0).map((placed) => [placed.id, placed.top]));
    const rows = own.map((line) => ({ line, top: tops.get(String(line.position)) ?? 0, doubt: doubtOf(line) }));
    const first = Math.min(...rows.map((row) => row.top));
    const marks = own.flatMap((line): PageMark[] =>
      line.box
        ? [{ id: String(line.position), box: line.box, tone: doubtOf(line) ? 'ask' : line.position === chosen ? 'quiet' : 'band' }]
        : [],
    );
    return { page, rows, marks, height: page.height * scale, headTop: Math.max(0, (Number.isFinite(first) ? first : 30) - 26) };
  });
}

import { EMPTY_CELLS, holdsNumber, LINE_CELLS, type Cells, type GivenRow, type LineCell } from '@umber/core/documents';
import { contains, middleX, middleY, overlapX, union, type Box } from '@umber/core/geometry';
import { decimalMarkOf, readNumber, rowsOf, type Word } from '@umber/core/reading';
import type { LineView, PageView } from '@umber/contract/documents';

/** The words of a box in rows from top to bottom. */
function rowsIn({ number, width, height, words }: PageView, box: Box): (readonly Word[])[] {
  const inside = words.filter((word) => contains(box, middleX(word), middleY(word), 1));
  return rowsOf({ page: number, width, height, words: inside }).map(({ runs }) => runs.flatMap((run) => run.words));
}

/**
 * The two lines that one becomes: by the rows of print that it stands in, where a row has an amount of its own the next line begins;
 * without a place, or in one row, the second line is empty but for the second half of the words.
 */
export function splitLine(line: LineView, page: PageView | null): [GivenRow, GivenRow] {
  const rows = page && line.box ? rowsIn(page, line.box) : [];
  if (!page || rows.length < 2) return splitWords(line);
  const amountLeft = amountColumn(line);
  const begins = rows.findIndex(
    (row, i) => i > 0 && row.some((word) => amountLeft !== null && overlapX(word, amountLeft) > 0 && /\d/.test(word.text)),
  );
  const cut = begins > 0 ? begins : 1;
  const [first, second] = [rows.slice(0, cut).flat(), rows.slice(cut).flat()];
  const mark = decimalMarkOf(page.words.map((word) => word.text));
  return [
    { cells: cellsOf(first, line, mark), page: page.number, box: union(first) },
    { cells: cellsOf(second, line, mark), page: page.number, box: union(second) },
  ];
}

const amountColumn = ({ read }: LineView): Box | null => read?.netAmount?.box ?? null;

/** Words as the cells of a line, by the columns in which the line's own cells stand. */
function cellsOf(words: readonly Word[], { read }: LineView, mark: ReturnType<typeof decimalMarkOf>): Cells {
  const found: Record<LineCell, string[]> = Object.fromEntries(LINE_CELLS.map((cell) => [cell, []])) as never;
  for (const word of words) {
    const cell = LINE_CELLS.find((one) => one !== 'description' && read?.[one]?.box && overlapX(word, read[one].box) > 0.3 * word.width);
    found[cell ?? 'description'].push(word.text);
  }
  const cells = LINE_CELLS.map((cell): [LineCell, string | null] => {
    const text = found[cell].join(' ').trim();
    if (text === '') return [cell, null];
    return [cell, holdsNumber(cell) ? (readNumber(text.replace(/\s*%$/, ''), mark)?.value ?? null) : text.slice(0, 500)];
  });
  return { ...EMPTY_CELLS, ...Object.fromEntries(cells) };
}

function splitWords(line: LineView): [GivenRow, GivenRow] {
  const words = (line.cells.description ?? '').split(/\s+/);
  const half = Math.ceil(words.length / 2);
  const place = { page: line.page, box: line.box };
  return [
    { ...place, cells: { ...line.cells, description: words.slice(0, half).join(' ') || null } },
    { ...place, cells: { ...EMPTY_CELLS, description: words.slice(half).join(' ') || null } },
  ];
}

import { overlapY } from '../../geometry/index.js';
import type { LabelledRows } from '../header/candidates.js';
import { headedColumns } from '../language/labels.js';
import { sumOfLines, tableScore, type LineRow, type LineTable } from './line-row.js';
import { linesByAlignment } from './lines-by-alignment.js';
import { linesByHeads } from './lines-by-heads.js';
import type { DecimalMark } from '../print/numbers.js';
import { numberSpans } from '../print/spans.js';
import type { Row, Word } from '../print/words.js';

/** Which way of reading the line table is wanted: the better of the two, or one by name. */
export type LineMethod = 'best' | 'heads' | 'alignment';

/** The line table as the wanted method reads it, or the better one; item numbers that run into their descriptions parted from them. */
export function chooseTable(
  rows: readonly Row[],
  labelled: LabelledRows,
  mark: DecimalMark,
  language: string,
  method: LineMethod,
): LineTable {
  return withLeadingCodes(chosen(rows, labelled, mark, language, method), () => headedColumns(rows, language).has('itemNumber'));
}

/** The table with the codes that most descriptions begin with as item numbers, where a head for these stands over no column of its own. */
function withLeadingCodes(table: LineTable, isHeaded: () => boolean): LineTable {
  const coded = (line: LineRow) => !line.cells.itemNumber && LEADING_CODE.test(line.cells.description?.value ?? '');
  if (table.lines.length < 2 || table.lines.filter(coded).length < 0.8 * table.lines.length || !isHeaded()) return table;
  return { ...table, lines: table.lines.map((line) => (coded(line) ? withCodeApart(line) : line)) };
}

/** A code with three digits at least, and a word behind it. */
const LEADING_CODE = /^(?=[^ ]*\d[^ ]*\d[^ ]*\d)([\p{Lu}\d][\p{Lu}\d./-]{3,}) (?=.*\p{L}{3})/u;

function withCodeApart(line: LineRow): LineRow {
  const { description } = line.cells;
  const [lead, code] = LEADING_CODE.exec(description?.value ?? '') ?? [];
  if (!description || lead === undefined) return line;
  const cells = {
    ...line.cells,
    itemNumber: { value: code, box: description.box },
    description: { ...description, value: description.value.slice(lead.length) },
  };
  return { ...line, cells };
}

function chosen(rows: readonly Row[], labelled: LabelledRows, mark: DecimalMark, language: string, method: LineMethod): LineTable {
  const heads = method === 'alignment' ? null : linesByHeads(rows, labelled, mark, language);
  if (method === 'heads') return heads ?? { method: 'heads', lines: [], rows: new Set(), heads: [] };
  if (heads && isWhole(heads, rows, mark)) return heads;
  const alignment = linesByAlignment(rows, labelled, mark);
  if (!heads || heads.lines.length === 0) return alignment;
  const a = tableScore(heads.lines);
  const b = tableScore(alignment.lines);
  // A line that is wrong under its heads is a slip to be asked about, not a reason to read it without them.
  return b.right > a.right + 0.15 * heads.lines.length && b.wrong <= a.wrong ? alignment : heads;
}

/** Whether numbers stand beside a line that are in none of the table's cells: its own may have been missed. */
export function numbersBeside({ lines }: LineTable, rows: readonly Row[]): (line: number) => boolean {
  let placed: ReadonlySet<Word> | null = null;
  return (at) => {
    const words = (placed ??= new Set(lines.flatMap((line) => line.words)));
    const { page, box } = lines[at];
    return rows.some(
      (row) =>
        row.page === page &&
        overlapY(row.box, { ...box, y: box.y - 0.8 * row.box.height, height: box.height + 1.6 * row.box.height }) > 0 &&
        row.runs.some((run) => run.words.some((word) => /\d/.test(word.text) && !words.has(word))),
    );
  };
}

/** Whether every line's quantity × price is its amount and their sum is printed outside the table: no other way could read it better. */
function isWhole({ lines, rows: own }: LineTable, rows: readonly Row[], mark: DecimalMark): boolean {
  const total = sumOfLines(lines);
  if (total === null || tableScore(lines).right < lines.length) return false;
  return rows.some(
    (row) => !own.has(row.index) && row.runs.some((run) => numberSpans(run, mark).some(({ number }) => total.eq(number.value))),
  );
}

import type { Box } from '../geometry/index.js';
import { union } from '../geometry/index.js';
import { LINE_CELLS, type LineCell } from './fields.js';

/** A line's cells as decimal strings and text; null: empty. */
export type Cells = Readonly<Record<LineCell, string | null>>;
export const EMPTY_CELLS: Cells = Object.fromEntries(LINE_CELLS.map((cell) => [cell, null])) as Record<LineCell, string | null>;

/** A line as it is edited: its cells, its place on the page, and which line of the reading it was. */
export interface EditedLine {
  readonly cells: Cells;
  readonly page: number | null;
  /** Points. */
  readonly box: Box | null;
  /** 0-based; null where no line of the reading is it. */
  readonly readLine: number | null;
}

/** A row that a person splits off, pastes, or has read by columns. */
export interface GivenRow {
  readonly cells: Cells;
  readonly page: number | null;
  readonly box: Box | null;
}

/** A change to the table of lines. `at` and `to` are 0-based places in the table as it stands. */
export type LineEdit =
  /** Puts an empty line before `at`; after the last where `at` is their number. */
  | { readonly edit: 'add'; readonly at: number }
  | { readonly edit: 'remove'; readonly at: number }
  /** Takes the line out and puts it to the place `to` among the others. */
  | { readonly edit: 'move'; readonly at: number; readonly to: number }
  | { readonly edit: 'split'; readonly at: number; readonly rows: readonly [GivenRow, GivenRow] }
  /** Joins the line with the one above it. */
  | { readonly edit: 'join'; readonly at: number }
  /** Gives the rows after `at`, up to and with `to`, its value in a cell. */
  | { readonly edit: 'fill'; readonly at: number; readonly to: number; readonly cell: LineCell }
  /** Puts values into the rows from `at`; rows beyond the last are added. A cell that is left out stays. */
  | { readonly edit: 'paste'; readonly at: number; readonly rows: readonly Partial<Cells>[] }
  /** All lines anew, as they were read by columns that a person set. */
  | { readonly edit: 'replace'; readonly rows: readonly GivenRow[] };

/** The table after an edit; `from[i]` is where line i stood before, null where it is new. */
export interface EditedTable<T> {
  readonly lines: readonly T[];
  readonly from: readonly (number | null)[];
}

/** Joins two lines: words follow one another, a value that only one has stays, of two others the first. */
export function joinedCells(above: Cells, below: Cells): Cells {
  const cells = LINE_CELLS.map((cell): [LineCell, string | null] => {
    const [a, b] = [above[cell], below[cell]];
    if (a === null || b === null) return [cell, a ?? b];
    if (cell === 'description') return [cell, `${a} ${b}`];
    return [cell, a];
  });
  return Object.fromEntries(cells) as Record<LineCell, string | null>;
}

/** The table as an edit makes it; `empty` is a line of which nothing is known. Null where the edit names a place that is not there. */
export function editLines<T extends EditedLine>(lines: readonly T[], edit: LineEdit, empty: T): EditedTable<T> | null {
  const places = lines.map((_, i): number | null => i);
  const isRow = (at: number): boolean => Number.isInteger(at) && at >= 0 && at < lines.length;
  const replaced = (at: number, count: number, rows: readonly T[], from: readonly (number | null)[]): EditedTable<T> => ({
    lines: [...lines.slice(0, at), ...rows, ...lines.slice(at + count)],
    from: [...places.slice(0, at), ...from, ...places.slice(at + count)],
  });
  switch (edit.edit) {
    case 'add':
      return edit.at >= 0 && edit.at <= lines.length ? replaced(edit.at, 0, [empty], [null]) : null;
    case 'remove':
      return isRow(edit.at) ? replaced(edit.at, 1, [], []) : null;
    case 'move': {
      if (!isRow(edit.at) || !isRow(edit.to)) return null;
      const order = places.filter((_, i) => i !== edit.at) as number[];
      order.splice(edit.to, 0, edit.at);
      return { lines: order.map((i) => lines[i]), from: order };
    }
    case 'split': {
      if (!isRow(edit.at)) return null;
      const [first, second] = edit.rows;
      return replaced(
        edit.at,
        1,
        [
          { ...lines[edit.at], ...first },
          { ...empty, ...second },
        ],
        [edit.at, null],
      );
    }
    case 'join': {
      if (!isRow(edit.at) || edit.at === 0) return null;
      const [above, below] = [lines[edit.at - 1], lines[edit.at]];
      const box =
        above.box && below.box && above.page === below.page ? union([above.box, below.box]) : above.box !== null ? above.box : below.box;
      const joined = {
        ...above,
        cells: joinedCells(above.cells, below.cells),
        page: above.box === null ? below.page : above.page,
        box,
        readLine: above.readLine ?? below.readLine,
      };
      return replaced(edit.at - 1, 2, [joined], [edit.at - 1]);
    }
    case 'fill': {
      if (!isRow(edit.at) || !isRow(edit.to) || edit.to <= edit.at) return null;
      const value = lines[edit.at].cells[edit.cell];
      return {
        lines: lines.map((line, i) => (i > edit.at && i <= edit.to ? { ...line, cells: { ...line.cells, [edit.cell]: value } } : line)),
        from: places,
      };
    }
    case 'paste': {
      if (edit.at < 0 || edit.at > lines.length || edit.rows.length === 0) return null;
      const rows = edit.rows.map((row, i): T => {
        const known = lines[edit.at + i] ?? empty;
        return { ...known, cells: { ...known.cells, ...row } };
      });
      return replaced(
        edit.at,
        rows.length,
        rows,
        rows.map((_, i) => (edit.at + i < lines.length ? edit.at + i : null)),
      );
    }
    case 'replace':
      return { lines: edit.rows.map((row) => ({ ...empty, ...row })), from: edit.rows.map(() => null) };
  }
}

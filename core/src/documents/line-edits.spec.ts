import fc from 'fast-check';
import { EMPTY_CELLS, editLines, type Cells, type EditedLine, type LineEdit } from './index.js';

const line = (description: string, more: Partial<Cells> = {}, y = 0): EditedLine => ({
  cells: { ...EMPTY_CELLS, description, ...more },
  page: 1,
  box: { x: 10, y, width: 100, height: 10 },
  readLine: null,
});
const empty: EditedLine = { cells: EMPTY_CELLS, page: null, box: null, readLine: null };
const table = [line('a', { netAmount: '1.00' }, 0), line('b', { netAmount: '2.00', taxRate: '7' }, 20), line('c', {}, 40)];
const names = (edit: LineEdit) => editLines(table, edit, empty)?.lines.map(({ cells }) => cells.description);

describe('editing the table of lines', () => {
  it.each<[string, LineEdit, (string | null)[]]>([
    ['adds above', { edit: 'add', at: 0 }, [null, 'a', 'b', 'c']],
    ['adds at the end', { edit: 'add', at: 3 }, ['a', 'b', 'c', null]],
    ['removes', { edit: 'remove', at: 1 }, ['a', 'c']],
    ['moves down', { edit: 'move', at: 0, to: 2 }, ['b', 'c', 'a']],
    ['moves up', { edit: 'move', at: 2, to: 0 }, ['c', 'a', 'b']],
    ['joins with the one above', { edit: 'join', at: 1 }, ['a b', 'c']],
    ['pastes over and beyond', { edit: 'paste', at: 2, rows: [{ description: 'x' }, { description: 'y' }] }, ['a', 'b', 'x', 'y']],
  ])('%s', (_name, edit, expected) => {
    expect(names(edit)).toEqual(expected);
  });

  it('keeps what stands where: of a joined line both places, the values that only one had', () => {
    const joined = editLines(table, { edit: 'join', at: 1 }, empty)?.lines[0];
    expect(joined?.box).toEqual({ x: 10, y: 0, width: 100, height: 30 });
    expect(joined?.cells).toMatchObject({ netAmount: '1.00', taxRate: '7' });
  });

  it('fills a cell down, and the row itself stays', () => {
    const filled = editLines(table, { edit: 'fill', at: 1, to: 2, cell: 'taxRate' }, empty)?.lines.map(({ cells }) => cells.taxRate);
    expect(filled).toEqual([null, '7', '7']);
  });

  it('refuses places that are not there, and changes nothing by itself', () => {
    const bad: LineEdit[] = [
      { edit: 'remove', at: 3 },
      { edit: 'join', at: 0 },
      { edit: 'move', at: 0, to: 3 },
      { edit: 'fill', at: 2, to: 1, cell: 'unit' },
      { edit: 'paste', at: 4, rows: [{}] },
      { edit: 'add', at: -1 },
    ];
    for (const edit of bad) expect(editLines(table, edit, empty)).toBeNull();
  });

  it('says of each line where it came from, for any row of edits', () => {
    const anEdit = fc.oneof(
      fc.record({ edit: fc.constant('add' as const), at: fc.nat(5) }),
      fc.record({ edit: fc.constant('remove' as const), at: fc.nat(5) }),
      fc.record({ edit: fc.constant('join' as const), at: fc.nat(5) }),
      fc.record({ edit: fc.constant('move' as const), at: fc.nat(5), to: fc.nat(5) }),
    );
    fc.assert(
      fc.property(fc.array(anEdit, { maxLength: 12 }), (edits) => {
        let lines: readonly EditedLine[] = table;
        for (const edit of edits) {
          const next = editLines(lines, edit, empty);
          if (!next) continue;
          expect(next.from).toHaveLength(next.lines.length);
          const kept = next.from.filter((at) => at !== null);
          expect(new Set(kept).size).toBe(kept.length);
          if (edit.edit === 'move') next.from.forEach((at, i) => expect(next.lines[i]).toBe(lines[at!]));
          lines = next.lines;
        }
      }),
    );
  });
});

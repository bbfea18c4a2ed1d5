import { editLines, type LineEdit, type TrailAct } from '@umber/core/documents';
import type { TableEdit } from '@umber/contract/checking';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import type { Pool } from '../database/database.js';
import { bumpVersion, settleDoubtsAbout } from '../documents/change-queries.js';
import { EMPTY_LINE, linesOf, moveDoubts, settleDoubtsOfLine, storeLines, type StoredLine } from './queries.js';
import { aStep } from './steps.js';
import { lookAtSums } from './sums.js';

/**
 * Changes the table of lines; doubts stay with their lines. The edit's places are those of the lines in their order.
 * @throws ApiError where a line that it names is not there.
 */
export function changeLines(pool: Pool, id: number, person: Person, { version, edit }: TableEdit): Promise<void> {
  return aStep(pool, id, version, person, async (db) => {
    const before = await linesOf(db, id);
    const after = editLines(before, edit, EMPTY_LINE);
    if (!after) throw new ApiError('no-such-thing', 'This line is no longer there. The document was loaded again.');
    await storeLines(db, id, after.lines);
    await moveDoubts(db, id, after.from, person.id);
    if (edit.edit === 'fill')
      for (let line = edit.at + 1; line <= edit.to; line++) await settleDoubtsAbout(db, id, edit.cell, line, person.id);
    if (edit.edit === 'split' || edit.edit === 'join')
      await settleDoubtsOfLine(db, id, edit.edit === 'join' ? edit.at - 1 : edit.at, person.id);
    if (edit.edit === 'paste')
      for (const [i, row] of edit.rows.entries())
        for (const cell of Object.keys(row)) await settleDoubtsAbout(db, id, cell, edit.at + i, person.id);
    await bumpVersion(db, id);
    await lookAtSums(db, id, person.id);
    return actOf(edit, before);
  });
}

/** An edit as the trail keeps it, with what it took away. */
function actOf(edit: LineEdit, before: readonly StoredLine[]): TrailAct {
  switch (edit.edit) {
    case 'add':
      return { code: 'line-added', line: edit.at };
    case 'remove':
      return { code: 'line-removed', line: edit.at, before: before[edit.at].cells };
    case 'move':
      return { code: 'line-moved', line: edit.at, to: edit.to };
    case 'split':
      return { code: 'line-split', line: edit.at, before: before[edit.at].cells, after: edit.rows.map(({ cells }) => cells) };
    case 'join':
      return { code: 'lines-joined', line: edit.at - 1, before: [before[edit.at - 1].cells, before[edit.at].cells] };
    case 'fill':
      return {
        code: 'cells-filled',
        line: edit.at,
        to: edit.to,
        cell: edit.cell,
        value: before[edit.at].cells[edit.cell],
        before: before.slice(edit.at + 1, edit.to + 1).map(({ cells }) => cells[edit.cell]),
      };
    case 'paste':
      return {
        code: 'rows-pasted',
        line: edit.at,
        rows: edit.rows.length,
        before: before.slice(edit.at, edit.at + edit.rows.length).map(({ cells }) => cells),
      };
    case 'replace':
      return { code: 'lines-replaced', rows: edit.rows.length, before: before.map(({ cells }) => cells) };
  }
}

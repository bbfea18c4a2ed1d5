import { middleOf } from '../../geometry/index.js';
import { fold } from '../language/phrases.js';
import type { Row } from '../print/words.js';

/** So many times the usual height of print is a title's. */
const LARGE = 1.25;

/** The words set largest on the first page, folded, without numbers; null where none is set larger than most. A seller's signboard may be among them. */
export function titlesOf(rows: readonly Row[]): string[] {
  const runs = rows.filter((row) => row.page === rows[0].page).flatMap((row) => row.runs);
  const body = middleOf(runs.map((run) => run.box.height)) ?? 10;
  return runs
    .filter((run) => run.box.height > LARGE * body)
    .map((run) =>
      fold(
        run.words
          .map(({ text }) => text)
          .filter((text) => !/\d/.test(text))
          .join(' '),
      ),
    )
    .filter((words) => /\p{L}{3}/u.test(words));
}

import { LABEL_MEANINGS, type LabelMeaning } from '../../languages/index.js';
import type { Habit } from '../habit.js';
import { PhraseBook } from './phrases.js';
import type { OwnWords } from './wording.js';

const MEANINGS: ReadonlySet<string> = new Set(LABEL_MEANINGS);
const isMeaning = (field: string): field is LabelMeaning => MEANINGS.has(field);

/** The words of a supplier that his habits give; null where they give none. */
export function ownWordsOf(habits: readonly Habit[]): OwnWords | null {
  const own: OwnWords = { labels: new PhraseBook(), columns: new PhraseBook() };
  let any = false;
  for (const habit of habits) {
    if (habit.what === 'label' && isMeaning(habit.field)) own.labels.add(habit.words, habit.field);
    else if (habit.what === 'column') own.columns.add(habit.words, habit.role);
    else continue;
    any = true;
  }
  return any ? own : null;
}

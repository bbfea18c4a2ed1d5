import type { ColumnRole, LabelMeaning } from '../../languages/index.js';
import { PhraseBook } from './phrases.js';

/** What one supplier calls things: phrases that no list has, or that mean something else with him. */
export interface OwnWords {
  readonly labels: PhraseBook<LabelMeaning>;
  /** Null: a column of nothing that lines are made of. */
  readonly columns: PhraseBook<ColumnRole | null>;
}

/** The words that a document is read by: those of its language, and before them its supplier's own. */
export interface Wording {
  /** ISO 639. */
  readonly language: string;
  readonly own: OwnWords | null;
}

/** What a label's language is where it is a word of the supplier's own. */
export const OWN_WORDS = 'own';

/** The words of a language alone. */
export const usualWords = (language: string): Wording => ({ language, own: null });

import type { HeaderField, LineCell, Question } from '@umber/core/documents';
import type { Box } from '@umber/core/geometry';
import type { Word } from '@umber/core/reading';
import type { PageView } from '../documents/index.js';

/** Kinds of values that are looked over together. */
export const SWEEP_KINDS = ['totals', 'tax', 'dates', 'numbers', 'orders', 'names', 'lines'] as const;
export type SweepKind = (typeof SWEEP_KINDS)[number];

/** A doubted value of a document at Check, with its place. */
export interface SweepItem {
  readonly document: number;
  readonly doubt: number;
  readonly kind: SweepKind;
  readonly field: HeaderField | LineCell;
  /** 0-based; null for the head. */
  readonly line: number | null;
  readonly question: Question;
  readonly value: string;
  readonly supplier: string | null;
  readonly currency: string | null;
  readonly page: Omit<PageView, 'words'>;
  readonly box: Box;
  /** The words in the box. */
  readonly words: readonly Pick<Word, 'text' | 'x' | 'y' | 'width' | 'height'>[];
}
/** What is said of one value: it is right as it was shown, or it is another. */
export interface SweepAnswer {
  readonly document: number;
  readonly doubt: number;
  /** The value that the person saw. */
  readonly shown: string;
  /** Null: it is right; else what it is. */
  readonly value: string | null;
}
export interface SweepStroke {
  readonly answers: readonly SweepAnswer[];
}
/** What became of one answer. */
export interface SweepResult {
  readonly document: number;
  readonly doubt: number;
  /** What takes it back; null where it was not taken. */
  readonly step: number | null;
  /** Why it was not taken. */
  readonly message: string | null;
}
export interface SweepUndo {
  readonly steps: readonly { readonly document: number; readonly step: number }[];
}

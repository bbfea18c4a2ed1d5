import { alternatives } from './alternatives.js';
import { de } from './de.js';
import { en } from './en.js';
import { es } from './es.js';
import { fr } from './fr.js';
import { it } from './it.js';
import { nl } from './nl.js';
import { pl } from './pl.js';
import { sv } from './sv.js';
import type { Lexicon } from './lexicon.js';

export * from './lexicon.js';

function allOf<Of extends string>(lines: Readonly<Record<Of, readonly string[]>>): Readonly<Record<Of, readonly string[]>> {
  const phrases: Record<Of, readonly string[]> = { ...lines };
  for (const of of Object.keys(lines) as Of[]) phrases[of] = [...new Set(lines[of].flatMap(alternatives))];
  return phrases;
}

/** All languages that reading knows, with every phrase that their lines stand for. */
export const LEXICONS: readonly Lexicon[] = [en, de, fr, nl, es, it, sv, pl].map((lexicon) => ({
  ...lexicon,
  labels: allOf(lexicon.labels),
  columns: allOf(lexicon.columns),
  kinds: allOf(lexicon.kinds),
}));

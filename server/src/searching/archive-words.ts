import type { FoundPlace } from '@umber/contract/searching';
import { wordsAbroad, type Form, type Search, type Term } from '@umber/core/searching';
import type { Database } from '../database/database.js';
import { formsOfWords, knownWords, type Forms } from './word-queries.js';

export type FormsOf = ReadonlyMap<string, Forms>;

/** A word so short is looked for as a whole. */
const WHOLE = 2;
/** Letters that may follow a stem. */
const ENDING = 4;
const LETTERS: Readonly<Record<FoundPlace, string>> = { page: 'A', note: 'B', mail: 'C', trail: 'D' };

/** The forms of all words of a search; single ones in other languages too, where that is wanted. */
export async function formsOf(db: Database, { terms, phrases, without }: Search, isAbroad: boolean): Promise<FormsOf> {
  const words = [...new Set([...terms.flatMap(({ pieces }) => pieces), ...phrases.flat(), ...without])];
  if (words.length === 0) return new Map();
  const rows = await formsOfWords(db, words);
  const single = isAbroad ? terms.flatMap(({ pieces }) => (pieces.length === 1 ? pieces : [])) : [];
  const called = new Map(single.map((word) => [word, wordsAbroad(word)]));
  const known = new Set(called.size === 0 ? [] : await knownWords(db, [...called.values()].flat()));
  return new Map(rows.map(({ word, ...forms }) => [word, { ...forms, abroad: (called.get(word) ?? []).filter((one) => known.has(one)) }]));
}

const quoted = (lexeme: string): string => `'${lexeme.replace(/\\/g, '\\\\').replace(/'/g, "''")}'`;

/** What a search asks of the words of a document, as a `tsquery`; those of terms that may be part of a number are apart. */
export interface WordConditions {
  readonly all: string | null;
  /** Either the `tsquery`, or the part of a number, as `like` takes it. */
  readonly numbers: readonly { readonly query: string; readonly part: string; readonly amount: string | null }[];
  /** Nothing of this. */
  readonly none: string | null;
}

/** `places`: where words may stand; empty: anywhere. */
export function wordConditions({ terms, phrases, without }: Search, forms: FormsOf, places: readonly FoundPlace[]): WordConditions {
  const weights = places.length === 0 || places.length === 4 ? '' : places.map((place) => LETTERS[place]).join('');
  const whole = (lexeme: string) => quoted(lexeme) + (weights && `:${weights}`);
  const plain = (word: string) => forms.get(word)?.plain ?? word;
  const phrase = (words: readonly string[]) => `(${words.map((word) => whole(plain(word))).join(' <-> ')})`;
  const word = (text: string) => {
    const { stems = [], alike = [], abroad = [] } = forms.get(text) ?? {};
    const begins = plain(text).length > WHOLE ? `${quoted(plain(text))}:*${weights}` : whole(plain(text));
    return `(${[begins, ...stems.filter((stem) => stem.length > WHOLE).map(whole), ...alike.map(whole), ...abroad.map(whole)].join(' | ')})`;
  };
  const term = ({ pieces }: Term) => (pieces.length === 1 ? word(pieces[0]) : phrase(pieces));
  const mayBeNumber = ({ pieces }: Term) =>
    (places.length === 0 || places.includes('page')) && pieces.join('').length >= 3 && pieces.some((piece) => /\d/.test(piece));
  const all = [...terms.filter((one) => !mayBeNumber(one)).map(term), ...phrases.map(phrase)];
  return {
    all: all.length === 0 ? null : all.join(' & '),
    numbers: terms.filter(mayBeNumber).map((one) => ({ query: term(one), part: `%${one.pieces.join('')}%`, amount: one.amount })),
    none: without.length === 0 ? null : without.map(word).join(' | '),
  };
}

/** The forms of each thing looked for, as they are marked in a text. */
export function markedForms({ terms, phrases }: Search, forms: FormsOf): Form[][] {
  const of = (word: string): Form[] => {
    const { plain = word, stems = [], alike = [], abroad = [] } = forms.get(word) ?? {};
    return [
      { text: plain, more: plain.length > WHOLE ? null : 0 },
      ...stems.filter((stem) => stem.length > WHOLE).map((text) => ({ text, more: ENDING })),
      ...[...alike, ...abroad].map((text) => ({ text, more: 0 })),
    ];
  };
  const exactly = (word: string): Form[] => [{ text: forms.get(word)?.plain ?? word, more: 0 }];
  return [...terms.flatMap(({ pieces }) => (pieces.length === 1 ? [of(pieces[0])] : pieces.map(exactly))), ...phrases.flat().map(exactly)];
}

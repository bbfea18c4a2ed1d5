import { memoized } from '../print/memoize.js';
import { Spelling } from './spelling.js';
import type { Run, Word } from '../print/words.js';

/** One phrase found in a run: what it was filed under and the words it covers, `from` inclusive to `to` exclusive. */
export interface PhraseHit<T> {
  readonly value: T;
  readonly phrase: string;
  readonly from: number;
  readonly to: number;
}

interface Hit<T> {
  readonly hit: PhraseHit<readonly T[]>;
  /** Index of the first token behind it. */
  readonly next: number;
}

interface Token {
  readonly token: string;
  readonly index: number;
  readonly scanned: boolean;
}

/** Texts folded before: the words of a document are folded many times over. */
const folded = new Map<string, string>();
const MOST_FOLDED = 20_000;

/** Letters of several words that are taken for their phrase without spaces: fewer may be a word, as “n ord” and “nord”. */
const SHORTEST_JOINED = 5;

/** Words that a phrase with a misread letter may have. */
const MOST_MISREAD = 3;

/** Lower case, without accents, punctuation as spaces; `#`, `%`, `°` and currency signs stay. */
export function fold(text: string): string {
  const known = folded.get(text);
  if (known !== undefined) return known;
  if (folded.size > MOST_FOLDED) folded.clear();
  const plain = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[.,:;()'’"“”\-–—_*[\]?!=|+]/g, ' ')
    .replace(/(?<=\p{L})(?=[£€$%#])/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  folded.set(text, plain);
  return plain;
}

/** What an article leaves before an apostrophe: a phrase may begin behind it, “l’imponibile”. */
const ARTICLE = /^[ld]$/;

/** Phrases by their folded words; finds the longest at each place of a run. */
export class PhraseBook<T> {
  readonly #entries = new Map<string, T[]>();
  /** Phrases of several words by their letters without the spaces, which readers of scans lose. */
  readonly #joined = new Map<string, T[]>();
  readonly #spelling = new Spelling();
  readonly #joinedSpelling = new Spelling();
  /** First words of the phrases, each with the words of the longest phrase that it begins. */
  readonly #firsts = new Map<string, number>();
  readonly #givesWords: boolean;

  /** `givesWords`: a phrase leaves its last word to the next one where both are phrases so. */
  constructor({ givesWords = false } = {}) {
    this.#givesWords = givesWords;
  }

  add(phrase: string, value: T): void {
    const key = fold(phrase);
    if (key === '') return;
    const at = this.#entries.get(key);
    if (at) at.push(value);
    else this.#entries.set(key, [value]);
    const tokens = key.split(' ');
    for (const token of tokens) this.#spelling.add(token);
    this.#firsts.set(tokens[0], Math.max(tokens.length, this.#firsts.get(tokens[0]) ?? 0));
    const joined = key.replaceAll(' ', '');
    if (joined === key || joined.length < SHORTEST_JOINED) return;
    this.#joined.set(joined, [...(this.#joined.get(joined) ?? []), value]);
    if (tokens.length <= MOST_MISREAD) this.#joinedSpelling.add(joined);
  }

  /** All values filed under exactly this text. */
  get(text: string): readonly T[] {
    return this.#entries.get(fold(text)) ?? [];
  }

  /** Whether the text is a word of a phrase. */
  hasWord(text: string): boolean {
    return this.#spelling.has(fold(text));
  }

  /** The longest phrases from left to right, none overlapping another; each covers whole words. All phrases must be in by then. */
  readonly find = memoized((run: Run): readonly PhraseHit<readonly T[]>[] => {
    const tokens = this.#tokensOf(run);
    const hits: PhraseHit<readonly T[]>[] = [];
    for (let start = 0; start < tokens.length;) {
      const longest = this.#longestAt(tokens, start);
      const hit = this.#givesWords ? this.#less(tokens, start, longest) : longest;
      if (hit) hits.push(hit.hit);
      start = hit ? hit.next : start + 1;
    }
    return hits;
  });

  #tokensOf(run: Run): Token[] {
    const tokens: Token[] = [];
    run.words.forEach((word, index) => {
      for (const token of this.#asSpelled(word).split(' '))
        if (token !== '') tokens.push({ token, index, scanned: word.score !== undefined });
    });
    return tokens;
  }

  /** The word's folded text; of a word read off a scan, the reading that is a word of the phrases, or is one but for a letter. */
  #asSpelled(word: Word): string {
    const text = fold(word.text);
    if (word.score === undefined || this.#known(text)) return text;
    return (
      [...(word.alternatives ?? []).map(fold)].find((other) => other.length > 2 && this.#known(other)) ?? this.#spelling.corrected(text)
    );
  }

  #known(text: string): boolean {
    return this.#joined.has(text) || text.split(' ').every((token) => this.#spelling.has(token));
  }

  /** A phrase of several words of a scan, one letter of which was misread, its spaces lost or not: "Bil Ref.", "Pedidomúm." */
  #misread(tokens: readonly Token[]): readonly T[] | undefined {
    if (tokens.length > MOST_MISREAD || !tokens.every(({ scanned }) => scanned)) return undefined;
    // Words that are right by themselves make no phrase that they are not.
    if (tokens.every(({ token }) => this.#spelling.has(token))) return undefined;
    const joined = tokens.map(({ token }) => token).join('');
    return joined.length < 6 ? undefined : this.#joined.get(this.#joinedSpelling.corrected(joined));
  }

  /** The hit less its last word where that begins the next phrase and the rest is one too: "Faktura VAT · Nr zamówienia". */
  #less(tokens: readonly Token[], start: number, hit: Hit<T> | null): Hit<T> | null {
    if (!hit || hit.next - start < 2) return hit;
    const following = this.#longestAt(tokens, hit.next - 1);
    if (!following || following.next - hit.next < 1) return hit;
    const shorter = this.#longestAt(tokens.slice(0, hit.next - 1), start);
    return shorter?.next === hit.next - 1 ? shorter : hit;
  }

  #longestAt(tokens: readonly Token[], start: number): Hit<T> | null {
    const before = tokens[start - 1] as Token | undefined;
    if (before && before.index === tokens[start].index && !ARTICLE.test(before.token)) return null;
    const first = tokens[start];
    const begun = this.#firsts.get(first.token) ?? (this.#joined.has(first.token) ? 1 : 0);
    const longest = first.scanned ? Math.max(begun, MOST_MISREAD) : begun;
    for (let length = Math.min(longest, tokens.length - start); length > 0; length--) {
      const end = start + length;
      if (end < tokens.length && tokens[end].index === tokens[end - 1].index) continue;
      const phrase = tokens
        .slice(start, end)
        .map((t) => t.token)
        .join(' ');
      const value = this.#entries.get(phrase) ?? this.#joined.get(length === 1 ? phrase : '') ?? this.#misread(tokens.slice(start, end));
      if (value) return { hit: { value, phrase, from: tokens[start].index, to: tokens[end - 1].index + 1 }, next: end };
    }
    return null;
  }
}

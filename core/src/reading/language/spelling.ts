/** Letters that a word must have for one of them to be taken as misread. */
const SHORTEST = 5;
/** Letters from which on two of them may be misread, and the ends of the word are right: "Fatigkeit" for "Fälligkeit". */
const LONG = 9;

/** A list of words that finds the one that a misread word was meant to be. */
export class Spelling {
  readonly #words = new Set<string>();
  /** Words that are in the list and not yet in the maps below: those are made when the first misread word comes. */
  #waiting: string[] = [];
  /** Each word with one letter left out, to the words it can come from. */
  readonly #shortened = new Map<string, Set<string>>();
  /** Long words by their first and last letter. */
  readonly #long = new Map<string, string[]>();

  add(word: string): void {
    if (this.#words.has(word)) return;
    this.#words.add(word);
    if (word.length >= SHORTEST) this.#waiting.push(word);
  }

  #file(word: string): void {
    if (word.length >= LONG) {
      const ends = endsOf(word);
      this.#long.set(ends, [...(this.#long.get(ends) ?? []), word]);
    }
    for (const short of [word, ...withoutOne(word)]) {
      const from = this.#shortened.get(short);
      if (from) from.add(word);
      else this.#shortened.set(short, new Set([word]));
    }
  }

  has(word: string): boolean {
    return this.#words.has(word);
  }

  /**
   * The only word of the list that differs from this one by one letter put in, left out or exchanged, a long one by two of them,
   * or by digits for letters; else the word itself.
   */
  corrected(word: string): string {
    if (/\d/.test(word) && /\p{L}/u.test(word)) return inLetters(word).find((other) => this.#words.has(other)) ?? word;
    if (word.length < SHORTEST || this.#words.has(word) || /\d/.test(word)) return word;
    for (const waiting of this.#waiting) this.#file(waiting);
    this.#waiting = [];
    const meant = new Set(
      [word, ...withoutOne(word)].flatMap((short) => [...(this.#shortened.get(short) ?? [])]).filter((other) => oneApart(word, other)),
    );
    if (meant.size > 0 || word.length < LONG) return meant.size === 1 ? [...meant][0] : word;
    const near = (this.#long.get(endsOf(word)) ?? []).filter((other) => twoApart(word, other));
    return near.length === 1 ? near[0] : word;
  }
}

/** The word with letters for the digits that look like them: “1d” is “id” or “ld”. */
const inLetters = (word: string): string[] =>
  ['i', 'l'].map((one) => word.replaceAll('1', one).replaceAll('0', 'o').replaceAll('5', 's').replaceAll('8', 'b'));

function* withoutOne(word: string): Generator<string> {
  for (let i = 0; i < word.length; i++) yield word.slice(0, i) + word.slice(i + 1);
}

const endsOf = (word: string): string => word[0] + word[word.length - 1];

/** Whether the words differ by at most two letters put in, left out or exchanged. */
function twoApart(a: string, b: string): boolean {
  if (Math.abs(a.length - b.length) > 2) return false;
  let start = 0;
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start++;
  const [restA, restB] = [a.slice(start), b.slice(start)];
  return [
    [restA.slice(1), restB.slice(1)],
    [restA.slice(1), restB],
    [restA, restB.slice(1)],
  ].some(([one, other]) => oneApart(one, other));
}

/** Whether the words differ by at most one letter put in, left out or exchanged. */
function oneApart(a: string, b: string): boolean {
  let start = 0;
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start++;
  let end = 0;
  while (end < Math.min(a.length, b.length) - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++;
  return Math.max(a.length, b.length) - start - end <= 1;
}

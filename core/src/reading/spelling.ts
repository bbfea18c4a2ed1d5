/** Letters that a word must have for one of them to be taken as misread. */
const SHORTEST = 5;

/** A list of words that finds the one that a misread word was meant to be. */
export class Spelling {
  readonly #words = new Set<string>();
  /** Each word with one letter left out, to the words it can come from. */
  readonly #shortened = new Map<string, Set<string>>();

  add(word: string): void {
    if (this.#words.has(word)) return;
    this.#words.add(word);
    if (word.length < SHORTEST) return;
    for (const short of [word, ...withoutOne(word)]) {
      const from = this.#shortened.get(short);
      if (from) from.add(word);
      else this.#shortened.set(short, new Set([word]));
    }
  }

  has(word: string): boolean {
    return this.#words.has(word);
  }

  /** The only word of the list that differs from this one by one letter put in, left out or exchanged, or by digits for letters; else the word itself. */
  corrected(word: string): string {
    if (/\d/.test(word) && /\p{L}/u.test(word)) return inLetters(word).find((other) => this.#words.has(other)) ?? word;
    if (word.length < SHORTEST || this.#words.has(word) || /\d/.test(word)) return word;
    const meant = new Set(
      [word, ...withoutOne(word)].flatMap((short) => [...(this.#shortened.get(short) ?? [])]).filter((other) => oneApart(word, other)),
    );
    return meant.size === 1 ? [...meant][0] : word;
  }
}

/** The word with letters for the digits that look like them: “1d” is “id” or “ld”. */
const inLetters = (word: string): string[] =>
  ['i', 'l'].map((one) => word.replaceAll('1', one).replaceAll('0', 'o').replaceAll('5', 's').replaceAll('8', 'b'));

function* withoutOne(word: string): Generator<string> {
  for (let i = 0; i < word.length; i++) yield word.slice(0, i) + word.slice(i + 1);
}

/** Whether the words differ by at most one letter put in, left out or exchanged. */
function oneApart(a: string, b: string): boolean {
  let start = 0;
  while (start < Math.min(a.length, b.length) && a[start] === b[start]) start++;
  let end = 0;
  while (end < Math.min(a.length, b.length) - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++;
  return Math.max(a.length, b.length) - start - end <= 1;
}

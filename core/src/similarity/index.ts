const PLAIN = /^[\x20-\x7e]*$/;

/** Lower case, accents dropped, everything but letters and digits as one space. */
export function foldText(text: string): string {
  // Most texts have no accents: these are folded without looking any up.
  if (PLAIN.test(text))
    return text
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, ' ')
      .trim();
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

/** Texts that were taken apart lately: an invoice's lines are each compared with all lines of an order. */
const remembered = new Map<string, Uint32Array>();
const MOST_REMEMBERED = 5000;

/** The letter pairs of a text's words as numbers in order, each as often as it is there. */
function pairsOf(text: string): Uint32Array {
  const known = remembered.get(text);
  if (known) return known;
  const pairs: number[] = [];
  for (const word of foldText(text).split(' ')) {
    const padded = word === '' ? '' : ` ${word} `;
    for (let i = 0; i + 1 < padded.length; i++) pairs.push(padded.charCodeAt(i) * 0x10000 + padded.charCodeAt(i + 1));
  }
  const sorted = Uint32Array.from(pairs).sort();
  if (remembered.size >= MOST_REMEMBERED) remembered.clear();
  remembered.set(text, sorted);
  return sorted;
}

/** How alike two texts are by the letter pairs of their words (Dice coefficient): 0 nothing shared, 1 the same. */
export function similarity(a: string, b: string): number {
  const [left, right] = [pairsOf(a), pairsOf(b)];
  if (left.length === 0 || right.length === 0) return 0;
  let shared = 0;
  for (let i = 0, j = 0; i < left.length && j < right.length;) {
    const one = left[i];
    const other = right[j];
    if (one === other) shared++;
    if (one <= other) i++;
    if (other <= one) j++;
  }
  return (2 * shared) / (left.length + right.length);
}

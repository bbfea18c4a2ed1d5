/** Lower case, accents dropped, everything but letters and digits as one space. */
export function foldText(text: string): string {
  return text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, ' ')
    .trim();
}

function bigrams(text: string): Map<string, number> {
  const counts = new Map<string, number>();
  for (const word of foldText(text).split(' ')) {
    const padded = ` ${word} `;
    for (let i = 0; i + 1 < padded.length; i++) counts.set(padded.slice(i, i + 2), (counts.get(padded.slice(i, i + 2)) ?? 0) + 1);
  }
  return counts;
}

/** How alike two texts are by the letter pairs of their words (Dice coefficient): 0 nothing shared, 1 the same. */
export function similarity(a: string, b: string): number {
  if (foldText(a) === '' || foldText(b) === '') return 0;
  const [left, right] = [bigrams(a), bigrams(b)];
  let shared = 0;
  for (const [pair, count] of left) shared += Math.min(count, right.get(pair) ?? 0);
  const size = (counts: Map<string, number>) => [...counts.values()].reduce((total, count) => total + count, 0);
  return (2 * shared) / (size(left) + size(right));
}

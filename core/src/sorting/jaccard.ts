/** What both lists have, as a share of all that either has, 0..1 (Jaccard index); 0 where both are empty. Each list has its parts once. */
export function jaccard(a: readonly string[], b: readonly string[]): number {
  const own = new Set(a);
  const shared = b.filter((part) => own.has(part)).length;
  return shared / Math.max(1, own.size + b.length - shared);
}

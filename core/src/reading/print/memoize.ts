import type { DecimalMark } from './numbers.js';

/** The function with its answers kept as long as what was asked about: the same run or line is asked about many times over. */
export function memoized<K extends object, T>(answer: (key: K) => T): (key: K) => T {
  const known = new WeakMap<K, { readonly value: T }>();
  return (key) => {
    let found = known.get(key);
    if (!found) known.set(key, (found = { value: answer(key) }));
    return found.value;
  };
}

/** The same for answers that depend on the document's decimal mark too. */
export function memoizedByMark<K extends object, T>(answer: (key: K, mark: DecimalMark) => T): (key: K, mark: DecimalMark) => T {
  const by = { '.': memoized((key: K) => answer(key, '.')), ',': memoized((key: K) => answer(key, ',')) };
  return (key, mark) => by[mark](key);
}

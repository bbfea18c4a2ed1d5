/**
 * Whether a text looks as a pattern says: 9 is a digit, A a capital, a a small letter, ? any one sign, * any signs or none; all else stands for
 * itself, and so does what follows a backslash. The empty pattern fits every text.
 */
export function matchesPattern(pattern: string, text: string): boolean {
  if (pattern === '') return true;
  // The places of the pattern that the text so far may have come to: no way back, so no text takes long.
  const parts = partsOf(pattern);
  let at = reached(parts, new Set([0]));
  for (const sign of text) {
    const next = new Set<number>();
    for (const place of at) {
      const part = parts.at(place);
      if (place >= parts.length || part === undefined) continue;
      if (part === ANY) next.add(place);
      else if (part(sign)) next.add(place + 1);
    }
    at = reached(parts, next);
    if (at.size === 0) return false;
  }
  return at.has(parts.length);
}

const ANY = 'any' as const;
type Part = typeof ANY | ((sign: string) => boolean);

function partsOf(pattern: string): Part[] {
  const parts: Part[] = [];
  const signs = [...pattern];
  for (let i = 0; i < signs.length; i++) {
    const sign = signs[i];
    if (sign === '\\' && i + 1 < signs.length) {
      const own = signs[++i];
      parts.push((other) => other === own);
    } else if (sign === '*') parts.push(ANY);
    else if (sign === '9') parts.push((other) => /\d/.test(other));
    else if (sign === 'A') parts.push((other) => /\p{Lu}/u.test(other));
    else if (sign === 'a') parts.push((other) => /\p{Ll}/u.test(other));
    else if (sign === '?') parts.push(() => true);
    else parts.push((other) => other === sign);
  }
  return parts;
}

function reached(parts: readonly Part[], at: Set<number>): Set<number> {
  for (const place of at) if (parts[place] === ANY) at.add(place + 1);
  return at;
}

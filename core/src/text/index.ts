/** Halves of a character that UTF-16 writes with two. */
const HALVES = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/**
 * A text as it can be kept and sent: no NUL, which databases do not take, and no half of a surrogate pair, which UTF-8 has no bytes for.
 * The original stays as it came.
 */
export const wellFormed = (text: string): string => text.replaceAll('\0', '').replace(HALVES, '\ufffd');

/** A value of JSON with every text in it well-formed, names of properties too. */
export function wellFormedIn(value: unknown): unknown {
  if (typeof value === 'string') return wellFormed(value);
  if (Array.isArray(value)) return value.map(wellFormedIn);
  if (value === null || typeof value !== 'object') return value;
  const kind: unknown = Object.getPrototypeOf(value);
  // Bytes and the like are no texts; what a query string is parsed into has no prototype.
  if (kind !== Object.prototype && kind !== null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, part]) => [wellFormed(name), wellFormedIn(part)]));
}

/** A text in small letters without accents. */
export const withoutCase = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** A text as a table that a spreadsheet opens may have it: with a ' before what would be taken for a formula. Numbers below zero are none. */
export const noFormula = (text: string): string => (/^[=+@\t\r]/.test(text) || /^-(?![\d\s.,]+$)/.test(text) ? `'${text}` : text);

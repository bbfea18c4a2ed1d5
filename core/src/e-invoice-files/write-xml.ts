/** A piece of XML that is written: a name, its attributes, and text or pieces within; null is left out. */
export type Piece = string | null;

const escaped = (text: string): string =>
  [...text]
    // Signs that XML cannot hold at all.
    .filter((sign) => /[\t\n\r\u0020-\ud7ff\ue000-\ufffd]|[\u{10000}-\u{10ffff}]/u.test(sign))
    .join('')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');

/** An element with text; null where there is none. */
export const leaf = (
  name: string | null,
  text: string | null | undefined,
  attributes: Readonly<Record<string, string | null | undefined>> = {},
): Piece =>
  name === null || text === null || text === undefined || text === '' ? null : `<${name}${said(attributes)}>${escaped(text)}</${name}>`;

/** An element with others within; null where all of them are left out, unless it is wanted all the same. */
export function branch(
  name: string,
  pieces: readonly (Piece | readonly Piece[])[],
  { isKept = false, attributes = {} }: { isKept?: boolean; attributes?: Readonly<Record<string, string>> } = {},
): Piece {
  const within = pieces.flat().filter((piece) => piece !== null);
  return within.length === 0 && !isKept ? null : `<${name}${said(attributes)}>${within.join('')}</${name}>`;
}

const said = (attributes: Readonly<Record<string, string | null | undefined>>): string =>
  Object.entries(attributes)
    .map(([name, value]) => (value === null || value === undefined ? '' : ` ${name}="${escaped(value)}"`))
    .join('');

export const DECLARATION = '<?xml version="1.0" encoding="UTF-8"?>\n';

/** Names of files and folders made of what a document says, by a pattern such as `{year}/{supplier}/{date} {number|id}`. */
export const NAMING_FIELDS = [
  'supplier',
  'number',
  'date',
  'year',
  'month',
  'posted',
  'kind',
  'currency',
  'total',
  'order',
  'entry',
  'file',
  'id',
] as const;
export type NamingField = (typeof NAMING_FIELDS)[number];

/** What stands for each field; null where the document says nothing. */
export type NamingValues = Readonly<Record<NamingField, string | null>>;

/** A piece of a pattern: text as it stands, or fields of which the first that has a value counts, then a text in its place. */
type Piece = { readonly text: string } | { readonly fields: readonly NamingField[]; readonly otherwise: string };
export type Pattern = readonly Piece[];

/** Why a pattern is none: what stands at fault, and where, from 0. */
export interface PatternFault {
  readonly code: 'no-such-field' | 'not-closed' | 'not-opened' | 'empty' | 'no-name' | 'too-deep';
  readonly at: number;
  readonly found: string;
}

const DEEPEST = 8;
/** Bytes of one name as file systems take them, with room for what makes it unlike others and its ending. */
const MOST_BYTES = 200;
export const PATTERN_LENGTH = 200;

/** Reads a pattern: `{number}`, `{number|id}`, `{order|"no order"}`, and `/` between folders. */
export function readPattern(text: string): { readonly pattern: Pattern } | { readonly fault: PatternFault } {
  const pieces: Piece[] = [];
  let at = 0;
  while (at < text.length) {
    const opens = text.indexOf('{', at);
    const plain = text.slice(at, opens < 0 ? undefined : opens);
    const stray = plain.indexOf('}');
    if (stray >= 0) return { fault: { code: 'not-opened', at: at + stray, found: '}' } };
    if (plain !== '') pieces.push({ text: plain });
    if (opens < 0) break;
    const closes = text.indexOf('}', opens);
    if (closes < 0) return { fault: { code: 'not-closed', at: opens, found: text.slice(opens) } };
    const piece = readPiece(text.slice(opens + 1, closes), opens + 1);
    if ('fault' in piece) return piece;
    pieces.push(piece);
    at = closes + 1;
  }
  if (text.trim() === '') return { fault: { code: 'empty', at: 0, found: '' } };
  if (/[/\\]\s*$/.test(text)) return { fault: { code: 'no-name', at: text.length, found: '' } };
  if (text.split(/[/\\]/).length > DEEPEST) return { fault: { code: 'too-deep', at: 0, found: '' } };
  return { pattern: pieces };
}

function readPiece(text: string, at: number): Exclude<Piece, { text: string }> | { fault: PatternFault } {
  const fields: NamingField[] = [];
  let otherwise = '';
  for (const part of text.split('|').map((one) => one.trim())) {
    const quoted = /^["“](.*)["”]$/.exec(part)?.[1];
    const field = NAMING_FIELDS.find((one) => one === part);
    if (quoted !== undefined) otherwise = quoted;
    else if (field) fields.push(field);
    else return { fault: { code: 'no-such-field', at, found: part } };
  }
  return { fields, otherwise };
}

/** The folders and, last, the name that a pattern makes, without an ending: each as any file system takes it, none of them empty. */
export function pathOf(pattern: Pattern, values: NamingValues): string[] {
  // A sign that parts folders does so only where the pattern has it, never in a value.
  const said = pattern.map((piece) => ('text' in piece ? piece.text.replace(/\\/g, '/') : inName(valueOf(piece, values)))).join('');
  const names = said.split('/').map(cleaned);
  const last = names.pop() ?? '';
  return [...names.filter((name) => name !== ''), last === '' ? cleaned(`document ${values.id ?? ''}`) : last];
}

function valueOf({ fields, otherwise }: Exclude<Piece, { text: string }>, values: NamingValues): string {
  for (const field of fields) {
    const value = values[field]?.trim();
    if (value) return value;
  }
  return otherwise;
}

const inName = (value: string): string => value.replace(/[/\\]/g, '-');

/** Names that some systems keep for themselves. */
const RESERVED = /^(con|prn|aux|nul|com\d|lpt\d)(\..*)?$/i;

/** A name without signs that a file system does not take, nor at its ends points or spaces; not too long. */
function cleaned(name: string): string {
  const plain = name
    .normalize('NFC')

    .replace(/[\u0000-\u001f\u007f]/g, ' ')
    .replace(/[:*?"<>|]/g, '-')
    .replace(/\s+/g, ' ')
    .replace(/^[\s.]+|[\s.]+$/g, '');
  return cut(RESERVED.test(plain) ? `_${plain}` : plain).replace(/[\s.]+$/, '');
}

/** Bytes of a character in UTF-8. */
const bytesOf = (code: number): number => (code < 0x80 ? 1 : code < 0x800 ? 2 : code < 0x10000 ? 3 : 4);

/** As many whole characters as fit. */
function cut(name: string): string {
  let bytes = 0;
  let kept = '';
  for (const character of name) {
    bytes += bytesOf(character.codePointAt(0) ?? 0);
    if (bytes > MOST_BYTES) break;
    kept += character;
  }
  return kept;
}

/** The name, with a number behind it where another has it: `name (2)`. Names that differ in their case only are the same. */
export async function nameUnlike(name: string, isTaken: (name: string) => boolean | Promise<boolean>): Promise<string> {
  for (let n = 1; ; n++) {
    const tried = n === 1 ? name : `${name} (${n})`;
    if (!(await isTaken(tried))) return tried;
  }
}

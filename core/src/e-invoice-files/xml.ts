import { SaxesParser } from 'saxes';

/** An element of a parsed file; its own text is what stands directly in it, trimmed. */
export interface Element {
  /** The local name, without prefix. */
  readonly name: string;
  /** The namespace; empty where it has none. */
  readonly space: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
  /** 1-based line of the file. */
  readonly line: number;
}

/** Why a file is no XML that is read. */
export type XmlFault =
  /** What the parser says, and where. */
  | { readonly code: 'malformed'; readonly line: number; readonly what: string }
  /** It declares a document type: nothing that is fetched or that grows is ever followed. */
  | { readonly code: 'declares-type' }
  | { readonly code: 'too-deep' }
  | { readonly code: 'too-many-elements' };

/** A file that is not read as XML. */
export class UnreadableXml extends Error {
  constructor(readonly fault: XmlFault) {
    super(fault.code);
    this.name = 'UnreadableXml';
  }
}

/** An invoice is a dozen elements deep; one of ten thousand lines has some 400,000 elements. */
const LIMITS = { depth: 40, elements: 500_000 } as const;

interface Open {
  name: string;
  space: string;
  attributes: Record<string, string>;
  children: Element[];
  text: string;
  line: number;
}

/**
 * The root of an XML file, by a strict parser that knows the five entities of the standard and those by number, and no others. Attributes go by
 * their local names. @throws UnreadableXml
 */
export function parseXml(text: string): Element {
  const parser = new SaxesParser({ xmlns: true, position: true });
  const open: Open[] = [];
  let root: Element | null = null;
  let elements = 0;
  parser.on('error', (error) => {
    throw new UnreadableXml({ code: 'malformed', line: parser.line, what: error.message.replace(/^\d+:\d+: /, '') });
  });
  parser.on('doctype', () => {
    throw new UnreadableXml({ code: 'declares-type' });
  });
  parser.on('opentag', ({ local, uri, attributes }) => {
    if (open.length >= LIMITS.depth) throw new UnreadableXml({ code: 'too-deep' });
    if (++elements > LIMITS.elements) throw new UnreadableXml({ code: 'too-many-elements' });
    const own: Record<string, string> = {};
    for (const attribute of Object.values(attributes)) if (attribute.prefix !== 'xmlns') own[attribute.local] = attribute.value;
    open.push({ name: local, space: uri, attributes: own, children: [], text: '', line: parser.line });
  });
  const said = (more: string) => {
    const current = open.at(-1);
    if (current) current.text += more;
  };
  parser.on('text', said);
  parser.on('cdata', said);
  parser.on('closetag', () => {
    const done = open.pop();
    if (!done) return;
    const element: Element = { ...done, text: done.text.trim() };
    const parent = open.at(-1);
    if (parent) parent.children.push(element);
    else root = element;
  });
  // The parser looks for the document type before anything grows; it is given all at once, as invoices are small.
  parser.write(text.replace(/^\uFEFF/, '')).close();
  if (root === null) throw new UnreadableXml({ code: 'malformed', line: 1, what: 'no element' });
  return root;
}

/** The children of a name. */
export const childrenOf = (element: Element | undefined, name: string): readonly Element[] =>
  element?.children.filter((child) => child.name === name) ?? [];

/** The first element down a path of names, such as `Party/PostalAddress`; undefined where there is none. */
export function at(element: Element | undefined, path: string): Element | undefined {
  let now = element;
  for (const name of path.split('/')) now = now?.children.find((child) => child.name === name);
  return now;
}

/** The text at the end of a path; null where there is none, or nothing in it. */
export function textAt(element: Element | undefined, path: string): string | null {
  const text = at(element, path)?.text.replace(/\s+/g, ' ').trim();
  return text === undefined || text === '' ? null : text;
}

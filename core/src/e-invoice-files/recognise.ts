import type { EInvoice } from '../e-invoices/index.js';
import { readCii } from './read-cii.js';
import { readUbl } from './read-ubl.js';
import { parseXml, UnreadableXml, type Element, type XmlFault } from './xml.js';

const UBL = 'urn:oasis:names:specification:ubl:schema:xsd:';
const CII = 'urn:un:unece:uncefact:data:standard:CrossIndustryInvoice:100';

/** Whether the first signs of a file are those of XML of any kind, whatever it is called. Pages of the web are none. */
export function looksLikeXml(head: string): boolean {
  const begun = head.replace(/^\uFEFF/, '').trimStart();
  return /^<(\?xml|!DOCTYPE|!--|[A-Za-z_][\w.-]*[:\s>/])/.test(begun) && !/^<(!DOCTYPE\s+html|html)\b/i.test(begun);
}

/** What a file of XML is. */
export type Recognised =
  | { readonly what: 'invoice'; readonly invoice: EInvoice }
  /** XML of another kind: no invoice that is read. */
  | { readonly what: 'other'; readonly root: string }
  | { readonly what: 'unreadable'; readonly fault: XmlFault };

/** Reads the text of a file as an electronic invoice, by its root and never by its name. */
export function recognise(text: string): Recognised {
  let root: Element;
  try {
    root = parseXml(text);
  } catch (error) {
    if (!(error instanceof UnreadableXml)) throw error;
    return { what: 'unreadable', fault: error.fault };
  }
  if (root.name === 'CrossIndustryInvoice' && root.space === CII) return { what: 'invoice', invoice: readCii(root) };
  if (root.name === 'Invoice' && root.space === `${UBL}Invoice-2`) return { what: 'invoice', invoice: readUbl(root) };
  if (root.name === 'CreditNote' && root.space === `${UBL}CreditNote-2`) return { what: 'invoice', invoice: readUbl(root) };
  return { what: 'other', root: root.name };
}

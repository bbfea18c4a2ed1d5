import type { Identifier } from '../e-invoices/index.js';
import type { Element } from './xml.js';

/** What is read of an element; null where there is none. */
export const optional = <T>(element: Element | undefined, read: (element: Element) => T): T | null => (element ? read(element) : null);

/** An element's text and the scheme that it is of. */
export const identifierOf = (element: Element | undefined): Identifier | null =>
  optional(element, ({ text, attributes }) => ({ id: text || null, scheme: attributes.schemeID ?? null }));

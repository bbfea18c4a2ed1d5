import { KIND_NAMES } from '@umber/contract/documents';
import { HEADER_FIELDS, type DocumentKind, type HeaderField } from '@umber/core/documents';

/** What a document says, as it is written into a PDF of it. */
export interface Described {
  readonly kind: DocumentKind;
  readonly fields: Readonly<Record<HeaderField, string | null>>;
  /** Values of the company's own fields, by their keys. */
  readonly own: readonly { readonly key: string; readonly value: string }[];
}

/** The namespace of a document's fields in its metadata (XMP, ISO 16684). */
export const XMP_NAMESPACE = 'https://umber-tray.example/ns/document/1/';

/** What people see it called. */
export const titleOf = ({ kind, fields }: Described): string =>
  [KIND_NAMES[kind], fields.invoiceNumber ?? '', fields.sellerName ?? ''].filter((part) => part !== '').join(' · ');

/** The fields that have a value, each with its name. */
export const saidFields = ({ kind, fields }: Described): (readonly [name: string, value: string])[] => [
  ['kind', kind],
  ...HEADER_FIELDS.flatMap((name) => {
    const value = fields[name] ?? '';
    return value === '' ? [] : [[name, value] as const];
  }),
];

/** A text as XML takes it: signs of its own as numbers, and none that it has no place for. */
export const escaped = (text: string): string =>
  text
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/[&<>"]/g, (character) => `&#${character.charCodeAt(0)};`);

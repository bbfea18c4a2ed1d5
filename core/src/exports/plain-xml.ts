import { branch, DECLARATION, leaf } from '../e-invoice-files/write-xml.js';
import { DOCUMENT_FIELDS, valueOf, type ExportDocument } from './fields.js';
import { HEADER_FIELDS, LINE_CELLS, ownKey, type OwnName } from '../documents/index.js';
import { LINE_FIELDS } from './fields.js';

export const PLAIN_SPACE = 'urn:umber-tray:documents:1';

/** Documents in XML of our own (docs/formats/documents.xsd): an element for each value that there is. */
export function plainXml(documents: readonly ExportDocument[]): string {
  const root = branch(
    'documents',
    documents.map((document) =>
      branch('document', [
        ...[...DOCUMENT_FIELDS, ...HEADER_FIELDS].map((field) => leaf(field, valueOf(field, document, null))),
        ...owns(document.own),
        branch(
          'lines',
          document.lines.map((line) =>
            branch('line', [
              ...[...LINE_FIELDS, ...LINE_CELLS].map((field) => leaf(field, valueOf(field, document, line))),
              ...owns(line.own),
            ]),
          ),
        ),
      ]),
    ),
    { isKept: true, attributes: { xmlns: PLAIN_SPACE } },
  );
  return `${DECLARATION}${root ?? ''}\n`;
}

/** Fields of the company's own, each by its key. */
const owns = (own: Readonly<Partial<Record<OwnName, string>>>) =>
  Object.entries(own).map(([name, value]) => leaf('own', value, { field: ownKey(name as OwnName) }));

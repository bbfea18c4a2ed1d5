import { readdirSync, readFileSync } from 'node:fs';
import { validateXML } from 'xmllint-wasm';
import { conforming, full, ofCategory } from '../e-invoices/fixtures/invoice.js';
import { writeCii } from './write-cii.js';

/** The schema of EN 16931's part of UN/CEFACT CII, as published with the Factur-X standard 1.07.3. */
const FOLDER = new URL('../../../server/schemas/cii/', import.meta.url);
const files = readdirSync(FOLDER)
  .filter((name) => name.startsWith('Factur-X_1.07.3_EN16931'))
  .map((fileName) => ({ fileName, contents: readFileSync(new URL(fileName, FOLDER), 'utf8') }));
const schema = files.filter(({ fileName }) => fileName === 'Factur-X_1.07.3_EN16931.xsd');

describe('written CII against its schema', () => {
  const validated = (contents: string) =>
    validateXML({ xml: [{ fileName: 'invoice.xml', contents }], schema, preload: files.filter((file) => !schema.includes(file)) });

  it.each([
    ['an ordinary invoice', conforming()],
    ['one that says all', full],
    ['a credit note', conforming({ typeCode: '381' })],
    ...['Z', 'E', 'AE', 'K', 'G', 'O', 'L', 'M'].map((category) => [`tax category ${category}`, ofCategory(category)] as const),
  ] as const)('%s', async (_, invoice) => {
    const { valid, errors } = await validated(writeCii(invoice));
    expect(errors).toEqual([]);
    expect(valid).toBe(true);
  });

  it('finds what is none', async () => {
    const { valid } = await validated(
      writeCii(conforming()).replace('ram:TypeCode', 'ram:KindCode').replace('/ram:TypeCode', '/ram:KindCode'),
    );
    expect(valid).toBe(false);
  });
});

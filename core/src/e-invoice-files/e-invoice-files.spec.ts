import { check, type EInvoice } from '../e-invoices/index.js';
import { conforming, full, having, party } from '../e-invoices/fixtures/invoice.js';
import { looksLikeXml, recognise } from './recognise.js';
import { writeCii } from './write-cii.js';
import { writeUbl } from './write-ubl.js';
import { parseXml, UnreadableXml } from './xml.js';

const read = (text: string): EInvoice => {
  const found = recognise(text);
  if (found.what !== 'invoice') throw new Error(JSON.stringify(found));
  return found.invoice;
};
const credit = (invoice: EInvoice): EInvoice => ({
  ...invoice,
  syntax: 'ubl-credit-note',
  typeCode: '381',
  references: { ...invoice.references, project: null },
});
const debited = conforming({
  payments: [
    {
      code: '59',
      text: null,
      remittance: 'R',
      accounts: [],
      card: null,
      debit: { mandate: 'M-1', creditor: 'GB98ZZZ09999999999', account: 'GB33BUKB20201555555555' },
    },
  ],
});
const byCard = conforming({
  payments: [{ code: '48', text: null, remittance: null, accounts: [], card: { number: '1234', holder: 'N. A.' }, debit: null }],
});

describe('files of electronic invoices', () => {
  it.each([
    ['an ordinary one', conforming()],
    ['one that says all', full],
    ['a direct debit', debited],
    ['one paid by card', byCard],
    ['one for the seller’s order only', having(conforming(), { references: { order: null, salesOrder: 'SO-9' } })],
  ])('%s is written in both syntaxes and read back as it was', (_, invoice) => {
    expect(read(writeUbl(invoice))).toEqual(invoice);
    expect(read(writeCii(invoice))).toEqual({ ...invoice, syntax: 'cii' });
    expect(read(writeUbl(credit(invoice)))).toEqual(credit(invoice));
  });

  it('what keeps to the rules does so when it was written and read', () => {
    expect(check(full)).toEqual([]);
    expect(check(read(writeCii(full)))).toEqual([]);
    expect(check(read(writeUbl(full)))).toEqual([]);
  });

  it('is known by its root, never by a name', () => {
    expect(recognise('<Invoice><ID>1</ID></Invoice>')).toEqual({ what: 'other', root: 'Invoice' });
    expect(recognise('<order xmlns="urn:x"/>')).toEqual({ what: 'other', root: 'order' });
    for (const text of ['<?xml version="1.0"?><a/>', '\uFEFF<a:b xmlns:a="x"/>', '  <!-- c --><a/>']) expect(looksLikeXml(text)).toBe(true);
    for (const text of ['<!DOCTYPE html><html>', '<html lang="en">', '%PDF-1.7', 'a < b', '']) expect(looksLikeXml(text)).toBe(false);
  });

  it.each([
    ['cut off', writeUbl(conforming()).slice(0, 900), 'malformed'],
    ['without an end tag', '<a><b></a>', 'malformed'],
    ['two roots', '<a/><b/>', 'malformed'],
    ['an unknown entity', '<a>&nbsp;</a>', 'malformed'],
    ['a prefix without a space of names', '<x:a/>', 'malformed'],
    ['empty', '', 'malformed'],
    ['a document type', '<!DOCTYPE a><a/>', 'declares-type'],
    ['an external entity', '<!DOCTYPE a [<!ENTITY e SYSTEM "file:///etc/hostname">]><a>&e;</a>', 'declares-type'],
    ['entities that grow', `<!DOCTYPE a [<!ENTITY b "bbbbbbbb"><!ENTITY c "${'&b;'.repeat(20)}">]><a>&c;</a>`, 'declares-type'],
    ['very deep', '<a>'.repeat(60) + '</a>'.repeat(60), 'too-deep'],
  ])('%s is refused: %#', (_, text, code) => {
    const found = recognise(text);
    expect(found).toMatchObject({ what: 'unreadable', fault: { code } });
  });

  it('so many elements as no invoice has are refused', () => {
    expect(() => parseXml(`<a>${'<b/>'.repeat(500_001)}</a>`)).toThrow(UnreadableXml);
  });

  it('headings and what is only told among the lines of the extended profile are no lines', () => {
    const text = writeCii(conforming()).replace('</ram:LineID>', '</ram:LineID><ram:LineStatusReasonCode>GROUP</ram:LineStatusReasonCode>');
    expect(read(text).lines).toEqual([]);
  });

  it('numbers stand as decimals, whatever XML allows beside them; what is none stays as it is', () => {
    const text = writeUbl(conforming())
      .replace(/<cbc:PayableAmount[^>]*>[^<]*/, '<cbc:PayableAmount currencyID="GBP"> +0150.00 ')
      .replace(/<cbc:InvoicedQuantity[^>]*>[^<]*/, '<cbc:InvoicedQuantity unitCode="H87">ten');
    expect(read(text)).toMatchObject({ totals: { due: '150.00' }, lines: [{ quantity: 'ten' }] });
  });

  it('signs that XML cannot hold are left out, those with a meaning in it are kept', () => {
    const name = 'A\u0001 & B <C> "D" 💡';
    expect(read(writeUbl(conforming({ seller: party({ name }) }))).seller.name).toBe('A & B <C> "D" 💡');
  });
});

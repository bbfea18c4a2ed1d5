import { parseXml, recognise, writeCii, writeUbl } from '@umber/core/e-invoice-files';
import { eInvoiceOf, type EInvoice } from '@umber/core/e-invoices';
import { HEADER_FIELDS } from '@umber/core/documents';
import { readDocument } from '@umber/core/reading';

const [LINES, RUNS] = [200, 21];

/** How long an electronic invoice of 200 lines takes, from its text to a reading with all rules held against it; against parsing it alone. */
export function benchEInvoices(): void {
  const invoice = large();
  for (const [name, text] of [
    ['UBL', writeUbl(invoice)],
    ['CII', writeCii(invoice)],
  ] as const) {
    const parsing = middle(() => parseXml(text));
    const all = middle(() => {
      const read = recognise(text);
      if (read.what !== 'invoice') throw new Error(read.what);
      readDocument([{ page: 1, width: 595, height: 842, words: [], isMade: true, data: { invoice: read.invoice, places: {} } }]);
    });
    console.log(
      `${name}, ${LINES} lines, ${Math.round(text.length / 1024)} kB: baseline, parsing alone, ${parsing.toFixed(1)} ms; read and checked ${all.toFixed(1)} ms   ratio ${(all / parsing).toFixed(2)}   wanted ≤ 60 ms`,
    );
  }
}

function middle(work: () => unknown): number {
  const times = Array.from({ length: RUNS }, () => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  });
  return times.sort((a, b) => a - b)[Math.floor(RUNS / 2)];
}

function large(): EInvoice {
  const net = (LINES * 12.5).toFixed(2);
  const [tax, gross] = [((LINES * 12.5) / 5).toFixed(2), (LINES * 12.5 * 1.2).toFixed(2)];
  const none = Object.fromEntries(HEADER_FIELDS.map((field) => [field, null])) as Record<(typeof HEADER_FIELDS)[number], null>;
  return eInvoiceOf({
    kind: 'invoice',
    fields: {
      ...none,
      invoiceNumber: 'B-1',
      issueDate: '2026-11-10',
      dueDate: '2026-12-10',
      currency: 'EUR',
      sellerName: 'Bench Ltd',
      sellerIban: 'DE89370400440532013000',
      netTotal: net,
      taxTotal: tax,
      grossTotal: gross,
      amountDue: gross,
    },
    lines: Array.from({ length: LINES }, (_, i) => ({
      itemNumber: `A-${i}`,
      description: `Coach screw M${i}, zinc plated`,
      quantity: '1',
      unit: 'H87',
      unitPrice: '12.50',
      netAmount: '12.50',
      taxRate: '20',
    })),
    discount: null,
    carriage: null,
    seller: { name: 'Bench Ltd', taxId: 'DE123456788', country: 'DE', address: '', termsDays: 30, treatment: 'domestic' },
    buyer: { name: 'Kestrel Fell Railway Ltd', taxId: 'GB245178369', country: 'GB' },
  });
}

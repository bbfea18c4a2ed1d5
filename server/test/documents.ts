import { drawInvoice, invoiceOfOrder, type Twist } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { mail, TODAY, until, type TestServer, type Visitor } from './harness.js';

let serial = 700;

/** The PDF of an invoice for the supplier's order, each with a number of its own. */
export function invoicePdf(supplierKey: string, nth: number, twist: Twist = {}): Promise<Buffer> {
  const order = scenarioOrders(TODAY).filter((one) => one.supplier.key === supplierKey)[nth];
  return drawInvoice(invoiceOfOrder(order, '2026-11-10', serial++, twist));
}

/** Mails an invoice and waits until it has been read and has left Arriving; its view. */
export async function arrived(server: TestServer, clerk: Visitor, supplierKey: string, nth: number, twist: Twist = {}) {
  const name = `${supplierKey}-${serial}.pdf`;
  await mail(server.smtpPort, [{ filename: name, content: await invoicePdf(supplierKey, nth, twist) }], {
    from: `accounts@${scenarioOrders(TODAY).find((one) => one.supplier.key === supplierKey)?.supplier.domain}`,
  });
  const { rows } = await until('the document to be read', async () => {
    const found = await server.pool.query(
      "select d.id from documents d join files f on f.id = d.file_id where f.name = $1 and d.tray <> 'arriving'",
      [name],
    );
    return found.rows.length > 0 && found;
  });
  return clerk.ok('GET', `/api/documents/${rows[0].id}`);
}

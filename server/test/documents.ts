import { drawInvoice, invoiceOfOrder, type Twist } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { mail, TODAY, until, type TestServer, type Visitor } from './harness.js';

let serial = 700;

/** The PDF of an invoice for the supplier's order, each with a number of its own. */
export function invoicePdf(supplierKey: string, nth: number, twist: Twist = {}): Promise<Buffer> {
  const order = scenarioOrders(TODAY).filter((one) => one.supplier.key === supplierKey)[nth];
  return drawInvoice(invoiceOfOrder(order, '2026-11-10', serial++, twist));
}

/** Mails a PDF and waits until it has been read and has left Arriving; its view. */
export async function arrivedFile(server: TestServer, clerk: Visitor, name: string, content: Buffer, from?: string) {
  await mail(server.smtpPort, [{ filename: name, content }], from === undefined ? {} : { from });
  const id = await until(`${name} to be read`, async () => {
    const { rows } = await server.pool.query(
      "select d.id from documents d join files f on f.id = d.file_id where f.name = $1 and d.tray <> 'arriving'",
      [name],
    );
    return rows[0]?.id as number | undefined;
  });
  return clerk.ok('GET', `/api/documents/${id}`);
}

/** Waits until what a person said of a document is learned, and what waits was read again by it. */
export const learned = (server: TestServer, id: number) =>
  until('what was said to be learned', async () => {
    const { rows } = await server.pool.query(
      `select version = learned_version and not exists (select from jobs.job
         where name in ('learn-habits', 'read-waiting', 'read-with-habits') and state in ('created', 'retry', 'active')) as done from documents where id = $1`,
      [id],
    );
    return rows[0].done === true;
  });

/** Mails an invoice for the supplier's order and waits until it has been read; its view. */
export async function arrived(server: TestServer, clerk: Visitor, supplierKey: string, nth: number, twist: Twist = {}) {
  const name = `${supplierKey}-${serial}.pdf`;
  const supplier = scenarioOrders(TODAY).find((one) => one.supplier.key === supplierKey)?.supplier;
  return arrivedFile(server, clerk, name, await invoicePdf(supplierKey, nth, twist), `accounts@${supplier?.domain}`);
}

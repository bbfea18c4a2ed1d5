import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { Stage } from './stage.js';

describe('documents of an unknown supplier', () => {
  let stage: Stage;
  beforeAll(async () => {
    stage = await Stage.raise();
  });
  afterAll(() => stage.strike());

  it('that look alike are settled together, by key', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.goto(`${stage.base}/tray/arriving`);
    const files = [51, 52, 53].map(async (serial) => ({
      name: `invoice-${serial}.pdf`,
      mimeType: 'application/pdf',
      buffer: await drawInvoice(invoiceWithoutOrder(supplierOf('gillbeck'), '2026-11-12', serial)),
    }));
    await clerk.getByLabel('Files to bring in').setInputFiles(await Promise.all(files));
    await clerk.getByRole('link', { name: /Match/ }).click();
    const rows = clerk.locator('tbody tr', { hasText: 'Gillbeck' });
    await rows.nth(2).waitFor({ timeout: 240_000 });
    await rows.first().getByRole('link', { name: '2 more look like it' }).click();
    await clerk.getByRole('heading', { name: '3 documents that look alike' }).waitFor();
    await clerk.waitForFunction(() =>
      [...document.querySelectorAll('li img')].every((img) => (img as HTMLImageElement).naturalWidth > 100),
    );

    // One is left out and stays; the others are from a supplier that is looked for by name.
    await clerk.keyboard.press('ArrowRight');
    await clerk.keyboard.press(' ');
    await clerk.getByRole('heading', { name: 'Whom are these 2 from?' }).waitFor();
    await clerk.getByLabel('Find a supplier').fill('mossrigg');
    await clerk.getByRole('button', { name: /Mossrigg Tool Hire Ltd/ }).click();
    await clerk.getByRole('heading', { name: '1 document', exact: true }).waitFor();

    // Turned away with a reason: none is left, and the tray is open again.
    await clerk.getByRole('heading', { name: '1 document', exact: true }).click();
    await clerk.keyboard.press('x');
    await clerk.getByLabel('Reason').fill('Not for us');
    await clerk.keyboard.press('Enter');
    await clerk.waitForURL(/\/tray\//);
    await clerk.getByRole('link', { name: /Turned away/ }).click();
    await clerk.locator('tbody tr', { hasText: 'Gillbeck' }).waitFor();
  });
});

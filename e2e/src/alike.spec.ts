import { expect, test } from './fixtures.js';
import { drawInvoice, invoiceWithoutOrder } from '@umber/demo/drawing';
import { supplierOf } from '@umber/demo/scenario';
import { Stage } from './stage.js';

test.describe('documents of an unknown supplier', () => {
  let stage: Stage;
  test.beforeAll(async () => {
    stage = await Stage.raise();
  });
  test.afterAll(() => stage.strike());

  test('that look alike are settled together, by key', async () => {
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

    // The third goes to a supplier that is put on file with what the page shows: none is left, and the tray is open again.
    await clerk.getByRole('heading', { name: '1 document', exact: true }).click();
    await clerk.keyboard.press('n');
    const form = clerk.getByRole('dialog');
    await clerk.waitForFunction(() => document.querySelector<HTMLInputElement>('[formcontrolname="name"]')?.value !== '');
    expect(await form.getByLabel('Name').inputValue()).toBe('Gillbeck Scaffolding Ltd');
    expect(await form.getByLabel('Country').inputValue()).toBe('GB');
    await form.getByLabel('Tax id').fill('GB 123 4567 89');
    await form.getByRole('button', { name: 'Put on file' }).click();
    await form.getByRole('alert').getByText('The tax id’s check digits are wrong.').waitFor();
    await form.getByLabel('Tax id').fill(supplierOf('gillbeck').taxId ?? '');
    await form.getByLabel('Usual account').selectOption('5330');
    await form.getByLabel('Usual cost centre').selectOption('PW');
    await clerk.keyboard.press('Enter');
    await form.waitFor({ state: 'detached' });
    await clerk.waitForURL(/\/tray\/match/);
  });

  test('has a supplier then that a second person confirms', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.goto(`${stage.base}/suppliers`);
    const own = clerk.getByRole('row', { name: /Gillbeck/ });
    await own.getByText('Somebody else confirms it.').waitFor();
    expect(await own.getByRole('button', { name: 'Confirm supplier' }).count()).toBe(0);
    const controller = await stage.signIn('ruth');
    await controller.goto(`${stage.base}/suppliers`);
    const row = controller.getByRole('row', { name: /Gillbeck/ });
    await row.getByText(/Put on file by Nell Ashgrove/).waitFor();
    await row.getByRole('button', { name: 'Confirm supplier' }).click();
    await row.getByText(/Put on file by/).waitFor({ state: 'detached' });
  });
});

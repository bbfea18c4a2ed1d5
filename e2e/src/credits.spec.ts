import { expect, test, type Page } from '@playwright/test';
import { drawInvoice, drawLetter, invoiceOfOrder, type Twist } from '@umber/demo/drawing';
import { scenarioOrders, supplierOf } from '@umber/demo/scenario';
import { documentOf, mailPaper } from './papers.js';
import { Stage } from './stage.js';

/** Credit notes, corrected invoices, statements and what goes straight through, as people meet them. */
test.describe('credits, corrections and statements', () => {
  let stage: Stage;
  let clerk: Page;
  const today = new Date().toISOString().slice(0, 10);
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const drawn = (key: string, nth: number, serial: number, twist: Twist = {}) =>
    invoiceOfOrder(scenarioOrders(today).filter((order) => order.supplier.key === key)[nth], today, serial, twist);
  const send = async (key: string, nth: number, serial: number, twist: Twist, tray: string): Promise<{ id: number; number: string }> => {
    const invoice = drawn(key, nth, serial, twist);
    await mailPaper(stage, `${key}.${serial}.pdf`, await drawInvoice(invoice));
    return { id: await documentOf(clerk, stage.base, invoice.number, tray), number: invoice.number };
  };

  test('a corrected invoice takes the place of the one that waits, by a click', async () => {
    const first = await send('hartscale', 0, 951, { part: 0.2, dearer: 7 }, 'match');
    const second = await send('hartscale', 0, 952, { part: 0.2, dearer: 7 }, 'match');
    await clerk.goto(`${stage.base}/document/${second.id}`);
    await clerk.getByRole('button', { name: /^duplicate/ }).click();
    await clerk.getByRole('button', { name: /It comes in its place/ }).click();
    await expect(clerk.getByText('In place of')).toBeVisible();
    await expect(clerk.getByRole('button', { name: /^duplicate/ })).toHaveCount(0);
    await clerk.goto(`${stage.base}/document/${first.id}`);
    await expect(clerk.getByText(`Document ${second.id} came in its place.`).first()).toBeVisible();
    await expect(clerk.getByText('Replaced by')).toBeVisible();
  });

  test('a credit note that gives back too much says of what, and is given to another by keys', async () => {
    const note = await send('mossrigg', 1, 961, { credit: true, part: 0.9 }, 'match');
    const invoice = await send('mossrigg', 1, 960, { part: 0.3 }, 'post');
    await clerk.goto(`${stage.base}/document/${note.id}`);
    await clerk.getByRole('button', { name: /what it credits/ }).click();
    const dialog = clerk.getByRole('dialog');
    await dialog.getByLabel('Find an invoice').fill(invoice.number.slice(-4));
    await clerk.keyboard.press('Tab');
    await clerk.keyboard.press('Space');
    await clerk.keyboard.press('Enter');
    await expect(clerk.getByText('Credits', { exact: true })).toBeVisible();
    await expect(clerk.getByRole('link', { name: invoice.number })).toBeVisible();
    await expect(clerk.getByText('chosen by a person')).toBeVisible();
  });

  test('a statement is ticked off line by line, and what never came is asked for', async () => {
    const supplier = supplierOf('mossrigg');
    const letter = await drawLetter({
      supplier,
      kind: 'statement',
      date: today,
      invoices: [
        { number: drawn('mossrigg', 1, 960, { part: 0.3 }).number, date: today, amount: drawn('mossrigg', 1, 960, { part: 0.3 }).gross },
        { number: 'INV-250977', date: today, amount: '812.40' },
        { number: null, date: today, amount: '-500.00' },
      ],
    });
    await mailPaper(stage, 'mossrigg.statement.pdf', letter);
    await clerk.goto(`${stage.base}/tray/filed`);
    await clerk.locator('tbody tr', { hasText: 'Statement' }).first().click();
    const table = clerk.getByRole('table', { name: 'The statement, line by line' });
    await expect(table.locator('tbody tr')).toHaveCount(3);
    await expect(table.locator('tbody tr').nth(0)).toContainText('✓');
    await expect(table.locator('tbody tr').nth(1)).toContainText('never came');
    await expect(table.locator('tbody tr').nth(2)).toContainText('Payment');
    await expect(clerk.getByText('1 of 2 never came.')).toBeVisible();
    await clerk.getByRole('button', { name: /^Ask .* about it/ }).click();
    const dialog = clerk.getByRole('dialog');
    await expect(dialog.getByLabel('Text')).toHaveValue(/INV-250977/);
    await dialog.getByRole('button', { name: /^Send/ }).click();
    await expect(clerk.getByText(/^Letter to .*Your statement of account/).first()).toBeVisible();
  });

  test('two people switch a supplier’s straight way on, and one switches it off', async () => {
    const controller = await stage.signIn('abel');
    await clerk.goto(`${stage.base}/suppliers`);
    await clerk.getByLabel('Find a supplier').fill('Dapplemere');
    await clerk
      .getByRole('row', { name: /Dapplemere/ })
      .getByRole('link')
      .first()
      .click();
    await clerk.getByRole('button', { name: /^Change/ }).click();
    await clerk.getByLabel('Straight through up to').fill('400');
    await clerk.getByLabel('above the price, %', { exact: true }).fill('1.5');
    await clerk.getByLabel('Why it is changed').fill('Never a fault in two years');
    await clerk.getByRole('button', { name: 'Save' }).click();
    await expect(clerk.getByText('asks for a change that takes two')).toBeVisible();
    await controller.goto(clerk.url());
    await controller.getByRole('button', { name: 'Confirm the change' }).click();
    await expect(controller.getByText(/up to GBP 400\.00, one of 10 is shown/)).toBeVisible();
    await expect(controller.getByText('above the price, % 1.5').first()).toBeVisible();
    await clerk.reload();
    await clerk.getByText(/up to GBP 400\.00/).waitFor();
    await clerk.keyboard.press('e');
    await clerk.getByLabel('Straight through up to').fill('');
    await clerk.getByLabel('Why it is changed').fill('They have a new clerk');
    await clerk.keyboard.press('Enter');
    await expect(clerk.getByText(/Straight through up to: 400\.00 → nothing/)).toBeVisible();
    await expect(clerk.getByText('asks for a change that takes two')).toHaveCount(0);
  });
});

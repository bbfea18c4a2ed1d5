import { expect, test, type Page } from '@playwright/test';
import { Stage } from './stage.js';

/** Tables that are brought in and handed out on screen. */
test.describe('tables in and out', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const file = (text: string, name = 'from-purchasing.csv') => ({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  const rows = (price: string) =>
    `PO ref;Supplier;Order date;Buyer;Cost centre;Currency;Description;Qty;Price;Account\n71001;Hartscale Sleepers Ltd;3.11.2026;tom;PW;GBP;Oak sleeper;4;${price};5010\n`;

  test('a column is dragged to its place, what would come is seen, brought in and taken back', async () => {
    await clerk.getByRole('button', { name: 'Nell Ashgrove' }).click();
    await clerk.getByRole('link', { name: 'Tables in and out' }).click();
    await clerk.getByLabel('Table to bring in').setInputFiles(file(rows('31,50')));
    await expect(clerk.getByText('Order number is empty.')).toBeVisible();
    await expect(clerk.getByRole('button', { name: /^Bring/ })).toBeDisabled();
    await clerk.getByText('Order number, needed').dragTo(clerk.getByRole('columnheader', { name: /PO ref/ }));
    await expect(clerk.getByText('1 new')).toBeVisible();
    await clerk.getByRole('button', { name: 'Bring it in' }).click();
    await expect(clerk.getByRole('status')).toContainText('1 new: brought in.');
    await clerk.getByRole('button', { name: 'Close' }).click();
    await clerk.getByLabel('Table to bring in').setInputFiles(file(rows('29,00')));
    await expect(clerk.getByText('line 1, price: 31.5 → 29')).toBeVisible();
    await clerk.getByRole('button', { name: 'Leave it' }).click();
    await clerk.reload();
    await clerk.getByRole('button', { name: 'take it back' }).click();
    await expect(clerk.getByText('taken back by Nell Ashgrove').first()).toBeVisible();
    expect(await (await clerk.request.get(`${stage.base}/api/exports/orders`)).text()).not.toContain('71001');
  });

  test('what is wrong is said by row; a column is chosen by keys; a file that is no table is refused', async () => {
    await clerk.goto(`${stage.base}/tables`);
    await clerk.getByLabel('Table to bring in').setInputFiles(file(rows('a lot')));
    await expect(clerk.getByText('Price is no number.')).toBeVisible();
    await clerk.getByLabel(/^Column 9/).focus();
    await clerk.keyboard.press('Home');
    await clerk.keyboard.press('Tab');
    await expect(clerk.getByText('Price is empty.')).toBeVisible();
    await clerk.getByRole('button', { name: 'Leave it' }).click();
    await clerk
      .getByLabel('Table to bring in')
      .setInputFiles({ name: 'x.xlsx', mimeType: 'x', buffer: Buffer.from([0x50, 0x4b, 3, 4, 0, 0]) });
    await expect(clerk.getByRole('alert')).toContainText('CSV or XLSX');
    const download = clerk.waitForEvent('download');
    await clerk.getByRole('link', { name: 'Suppliers as CSV' }).click();
    expect((await download).suggestedFilename()).toBe('suppliers.csv');
  });
});

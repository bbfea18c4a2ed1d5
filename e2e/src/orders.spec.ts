import { expect, test, type Page } from '@playwright/test';
import { letSupplierWrite, Stage } from './stage.js';

/** Orders and receipts on screen, and the table of Match. */
test.describe('orders, receipts and what waits for them', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  test('an order is entered by the mouse and changed by keys, and says what was changed', async () => {
    await clerk.getByRole('link', { name: 'Orders' }).click();
    await clerk.getByRole('link', { name: /Enter an order/ }).click();
    await clerk.getByLabel('Supplier').fill('hartsc');
    await clerk.getByRole('option', { name: /Hartscale/ }).click();
    await clerk.getByLabel('Who ordered').selectOption({ label: 'Tom Brackley' });
    await clerk.getByRole('button', { name: /Enter the order/ }).click();
    await expect(clerk.getByRole('alert')).toContainText('at least one line');
    await clerk.getByLabel('Description of line 1').fill('Track jack');
    await clerk.getByLabel('Quantity of line 1').fill('4');
    await clerk.getByLabel('Price of line 1', { exact: true }).fill('310,50');
    await expect(clerk.locator('.worth')).toContainText('1,242.00');
    await clerk.reload();
    await expect(clerk.getByLabel('Description of line 1')).toHaveValue('Track jack');
    await clerk.getByRole('button', { name: /Enter the order/ }).click();
    await expect(clerk.getByRole('heading', { level: 1 })).toContainText(/Order\s*5\d{4}/);
    await clerk.keyboard.press('e');
    await clerk.getByLabel('Quantity of line 1').fill('5');
    await clerk.getByLabel('Why it is changed').fill('One more for the depot');
    await clerk.keyboard.press('Control+Enter');
    await expect(clerk.getByText('line 1, quantity 4 → 5')).toBeVisible();
  });

  test('goods come in part and are inspected by somebody else', async () => {
    await clerk.keyboard.press('r');
    await clerk.getByLabel('Came now of Track jack').fill('3');
    await clerk.getByRole('button', { name: 'It came', exact: true }).click();
    await expect(clerk.locator('tbody tr').first()).toContainText('3');
    await expect(clerk.getByText(/entered by Nell Ashgrove/)).toBeVisible();
    await clerk.getByRole('button', { name: /Close …/ }).click();
    await clerk.getByRole('dialog').getByRole('button', { name: 'The rest will not come' }).click();
    await clerk
      .getByRole('dialog')
      .getByRole('button', { name: /Close it/ })
      .click();
    await expect(clerk.getByRole('button', { name: /Reopen …/ })).toBeVisible();
    await expect(clerk.getByRole('button', { name: /It came …/ })).toHaveCount(0);
  });

  test('who ordered is asked from Match and answers; the answer stands with the document', async () => {
    await clerk.goto(`${stage.base}/tray/check`);
    await letSupplierWrite(clerk, 'one with a higher price');
    const waiting = async () =>
      ((await (await clerk.request.get(`${stage.base}/api/trays/match`)).json()) as { rows: unknown[] }).rows.length;
    await expect.poll(waiting, { timeout: 60_000 }).toBeGreaterThan(0);
    await clerk.goto(`${stage.base}/tray/match`);
    await clerk.locator('tbody tr', { hasText: 'the price is' }).first().click();
    const table = clerk.locator('table.compare');
    await expect(table.locator('tbody tr.here')).toContainText('price, 12 % over');
    await clerk.getByRole('button', { name: /Ask who knows/ }).click();
    await clerk.getByRole('dialog').getByLabel('What').fill('Was this price agreed?');
    const owner = await clerk.getByRole('dialog').getByLabel('Whom').locator('option:checked').innerText();
    await clerk.keyboard.press('Enter');
    await expect(clerk.getByText(`${owner} is asked`).first()).toBeVisible();
    const asked = await stage.signIn(owner.split(' ')[0].toLowerCase());
    await asked.getByRole('link', { name: /Questions/ }).click();
    await asked.getByText('Was this price agreed?').waitFor();
    await asked.getByLabel('Words').fill('Yes, the new list holds since October.');
    await asked.getByRole('button', { name: /^Yes/ }).click();
    await expect(clerk.getByText(/answers yes: Yes, the new list/)).toBeVisible({ timeout: 20_000 });
  });

  test('a line is given to another order line by dragging, and taken back by keys', async () => {
    const rows = clerk.locator('table.compare tbody tr');
    const from = rows.nth(0).locator('.grip');
    const was = await rows.nth(1).locator('.grip').innerText();
    const wanted = (await from.innerText()).trim();
    await from.dragTo(rows.nth(1));
    await expect(rows.nth(1)).toContainText(`${wanted} ✓`);
    expect(was.trim()).not.toBe(wanted);
  });

  test('what is too much is paid short, with a letter that asks for a credit note', async () => {
    await clerk
      .getByRole('button', { name: /Pay short/ })
      .first()
      .click();
    const dialog = clerk.getByRole('dialog');
    await expect(dialog.getByLabel(/Not paid, net/)).not.toHaveValue('');
    await dialog.getByLabel('Why').fill('Dearer than ordered');
    await dialog.getByRole('button', { name: /^Pay short/ }).click();
    await expect(clerk.getByRole('dialog').getByLabel('Text')).toHaveValue(/Dearer than ordered/);
    await clerk.getByRole('dialog').getByRole('button', { name: /^Send/ }).click();
    await clerk.getByRole('dialog').waitFor({ state: 'detached' });
  });
});

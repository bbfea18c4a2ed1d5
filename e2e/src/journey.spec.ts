import { expect, test } from './fixtures.js';
import { letSupplierWrite, Stage } from './stage.js';

test.describe('a mailed invoice becomes a balanced journal entry', () => {
  let stage: Stage;
  test.beforeAll(async () => {
    stage = await Stage.raise();
  });
  test.afterAll(() => stage.strike());

  test('from the supplier’s mail over doubt, match and approval to the ledger', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.getByText('No open doubts.').waitFor();
    await letSupplierWrite(clerk, 'one with slips in it');

    // It arrives, is read and shows up by itself, with what is asked.
    const row = clerk.locator('tbody tr', { hasText: 'Tarnside Lubricants Ltd' });
    await row.waitFor();
    expect(await row.innerText()).toContain('do not make the total');

    // The clerk opens it from the keyboard, takes the sum instead of the slip, and settles.
    await clerk.keyboard.press('Enter');
    await clerk.getByRole('heading', { name: 'Total' }).waitFor();
    expect(await clerk.getByText('does not add up').isVisible()).toBe(true);
    const likeliest = clerk.locator('umber-doubt-card .answers button').first();
    expect(await likeliest.innerText()).toContain('net and tax make this');
    await clerk.keyboard.press('1');
    await clerk.getByText('adds up', { exact: true }).waitFor();
    await clerk.getByRole('button', { name: 'Settle, next' }).waitFor();
    await clerk.keyboard.press('Enter');

    // It is matched with its order: one price is out of tolerance and is accepted with a reason.
    await clerk.waitForURL(/\/tray\/check/);
    await clerk.getByRole('link', { name: /Match/ }).click();
    await clerk.locator('tbody tr', { hasText: 'Tarnside' }).click();
    await clerk.getByText('12 % above the order').first().waitFor();
    await clerk.keyboard.press('Enter');
    await clerk.getByLabel('Reason').fill('New price list on file');
    await clerk.keyboard.press('Enter');
    await clerk.waitForURL(/\/tray\/match/);

    // The manager of the cost centre sees page, order and variance, and approves.
    const manager = await stage.signIn('ines');
    await manager.locator('tbody tr', { hasText: 'Tarnside' }).click();
    await manager.getByText('You are asked to approve.').waitFor();
    expect(await manager.getByText('New price list on file').first().isVisible()).toBe(true);
    await manager.keyboard.press('Enter');
    await manager.locator('textarea:focus').waitFor();
    await manager.keyboard.press('Enter');
    await manager.getByText('Nobody is being waited for.').waitFor();

    // The controller sees the entry before posting it, posts, and finds it in the ledger.
    const controller = await stage.signIn('ruth');
    await controller.locator('tbody tr', { hasText: 'Tarnside' }).click();
    await controller.getByText('Journal entry, before posting').waitFor();
    expect(await controller.getByText('Purchase price variance').isVisible()).toBe(true);
    await controller.keyboard.press('Enter');
    await controller.getByText(/Posted as entry \d+/).waitFor();
    await controller.getByRole('link', { name: 'To the ledger' }).click();
    const entry = controller.locator('tr.entry', { hasText: 'Tarnside Lubricants Ltd INV' }).first();
    await entry.waitFor();
    await controller.keyboard.press('3');
    await controller.getByText('the two sides are equal').waitFor();
    const [debit, credit] = await controller.locator('tfoot td.number').allInnerTexts();
    expect(debit).toBe(credit);
    await controller.keyboard.press('2');
    await controller.getByRole('heading', { name: /Tarnside Lubricants Ltd/ }).waitFor();

    // One click leads from the entry to the page it came from.
    await controller.keyboard.press('1');
    await entry.getByRole('link', { name: 'to its page' }).click();
    await controller.getByRole('img', { name: 'Page 1' }).waitFor();
    expect(await controller.getByText('Ines Carrow').first().isVisible()).toBe(true);
  });

  test('untouched where everything fits', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.goto(`${stage.base}/tray/post`);
    await letSupplierWrite(clerk, 'an invoice that fits');
    await clerk.locator('tbody tr').first().waitFor();
    await clerk.goto(`${stage.base}/tray/check`);
    await clerk.getByText('No open doubts.').waitFor();
  });

  test('keeps and explains a mail without an invoice', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.goto(`${stage.base}/tray/arriving`);
    await letSupplierWrite(clerk, 'a mail without invoice');
    await clerk.getByText('The mail has no attachment.').first().waitFor();
  });
});

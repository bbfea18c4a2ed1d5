import { expect, test, type Page } from '@playwright/test';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { documentOf, mailPaper } from './papers.js';
import { Stage } from './stage.js';

/** Originals go: a clerk holds one and asks for the others, a controller agrees, and what was done with them stays. */
test.describe('retention', () => {
  let stage: Stage;
  let clerk: Page;
  let controller: Page;
  const today = new Date().toISOString().slice(0, 10);
  const of = (key: string, serial: number) =>
    invoiceOfOrder(scenarioOrders(today).filter(({ supplier }) => supplier.key === key)[0], today, serial, { part: 0.1 });
  const [first, second] = [of('hartscale', 971), of('dapplemere', 972)];
  test.beforeAll(async () => {
    stage = await Stage.raise();
    [clerk, controller] = [await stage.signIn('nell'), await stage.signIn('ruth')];
    for (const [name, invoice] of [
      ['a.pdf', first],
      ['b.pdf', second],
    ] as const) {
      await mailPaper(stage, name, await drawInvoice(invoice));
      const id = await documentOf(clerk, stage.base, invoice.number, 'post');
      await controller.goto(`${stage.base}/document/${id}`);
      await controller.getByRole('button', { name: /^Post / }).click();
      await documentOf(clerk, stage.base, invoice.number, 'posted');
    }
    await stage.letYearsPass(12);
  });
  test.afterAll(() => stage.strike());

  const until = `31 Dec ${Number(today.slice(0, 4)) - 2}`;
  const row = (page: Page) => page.getByRole('row').filter({ hasText: until });

  test('holds what a search finds, by key', async () => {
    await clerk.goto(`${stage.base}/archive?q=${first.number}`);
    await expect(clerk.locator('umber-archive-hits li')).toHaveCount(1);
    await clerk.keyboard.press('l');
    await clerk.keyboard.type('Dispute');
    await clerk.keyboard.press('Tab');
    await clerk.keyboard.type('the court asks for it');
    await clerk.keyboard.press('Control+Enter');
    await expect(clerk.getByText('1 document on hold.')).toBeVisible();
    await clerk.locator('umber-archive-hits li').click();
    await expect(clerk.getByText('On hold: Dispute.')).toBeVisible();
  });

  test('lets what is not held be asked for, with the mouse, and nobody agree to their own', async () => {
    await clerk.getByRole('button', { name: 'Nell Ashgrove' }).click();
    await clerk.getByRole('link', { name: 'Retention' }).click();
    await expect(clerk.getByText('1 original may go')).toBeVisible();
    await expect(row(clerk)).toContainText('may go');
    await clerk.getByRole('button', { name: until }).click();
    const listed = clerk.getByRole('table', { name: 'What is kept until then' });
    await expect(listed.getByRole('link')).toHaveCount(2);
    await expect(listed.getByText('on hold: Dispute')).toHaveCount(1);
    await clerk.getByLabel('Why they may go').fill('ten years are over');
    await clerk.getByRole('button', { name: /Ask to delete 1 original/ }).click();
    await expect(clerk.getByText('waits for a second person')).toBeVisible();
    await expect(clerk.getByText('You asked for it')).toBeVisible();
    await expect(clerk.getByRole('button', { name: /for good/ })).toHaveCount(0);
    await clerk.reload();
    await expect(clerk.getByText('waits for a second person')).toBeVisible();
  });

  test('deletes it when a controller agrees; values, trail and entry stay', async () => {
    await controller.goto(`${stage.base}/retention`);
    await controller.getByRole('button', { name: 'No. 1' }).click();
    await expect(controller.getByText(/will be gone for good/)).toBeVisible();
    await controller.getByRole('button', { name: 'Delete 1 original for good' }).click();
    await expect(controller.getByText(/1 original deleted, agreed by Ruth Denholm/)).toBeVisible();
    const saved = controller.waitForEvent('download');
    await controller.getByRole('link', { name: 'Save the record' }).click();
    expect((await saved).suggestedFilename()).toBe('deletion-1.csv');
    await controller.getByRole('table', { name: 'Originals of this deletion' }).getByRole('link').click();
    await expect(controller.getByText(/Its original was deleted on/)).toBeVisible();
    await expect(controller.getByText('Agreed to deletion 1: its original is gone')).toBeVisible();
    await expect(controller.getByRole('heading', { name: /^Journal entry \d/ })).toBeVisible();
    await expect(controller.getByRole('link', { name: 'Save the file as it came' })).toHaveCount(0);
    await expect(controller.getByRole('link', { name: 'Save all of it, for audit' })).toBeVisible();
    await controller.goBack();
    await expect(controller.getByText('0 originals may go')).toBeVisible();
    await expect(row(controller)).toContainText('held');
  });

  test('ends the hold by two people', async () => {
    await clerk.goto(`${stage.base}/retention`);
    await clerk.getByRole('button', { name: /Ask for it to end/ }).click();
    await clerk.getByLabel('Why it may end').fill('it is settled');
    await clerk.keyboard.press('Enter');
    await expect(clerk.getByText(/asks for it to end: it is settled/)).toBeVisible();
    await controller.reload();
    await controller.getByRole('button', { name: 'End it' }).click();
    await expect(controller.getByText(/ended on .* by Ruth Denholm/)).toBeVisible();
    await expect(controller.getByText('1 original may go')).toBeVisible();
  });
});

import { expect, test } from './fixtures.js';
import type { Page } from '@playwright/test';
import { mailWaiting } from './papers.js';
import { Stage } from './stage.js';

const SELLER = 'Tarnside Lubricants Ltd';

/** Rules by hand: made by mouse, tried as they are changed, switched on by key, and seen at work. */
test.describe('rules by hand', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const arrives = (number: string, slip: string) => mailWaiting(stage, clerk, SELLER, number, slip);
  const order = async (id: number) =>
    (
      (await (await clerk.request.get(`${stage.base}/api/documents/${id}`)).json()) as {
        fields: { orderReference: { value: string | null } };
      }
    ).fields.orderReference.value;

  test('are made for a supplier of whom nothing was learned, tried on what waits, and switched on', async () => {
    const waits = await arrives('TL-9001', 'No.88341/7');
    await clerk.goto(`${stage.base}/suppliers`);
    await clerk.getByLabel('Find a supplier').fill('Tarnside');
    await clerk
      .getByRole('row', { name: new RegExp(SELLER) })
      .getByRole('button', { name: 'habits' })
      .click();
    await clerk.getByText('Nothing was learned of this supplier yet.').waitFor();
    await clerk.getByRole('button', { name: /Add a rule by hand/ }).click();
    await clerk.getByLabel('Documents that it is tried on').selectOption('check');
    await clerk.getByLabel('Words, 1').fill('Your slip');
    await clerk.getByRole('cell', { name: 'No.88341/7' }).first().waitFor();
    await clerk.getByRole('button', { name: 'change what is taken' }).click();
    await clerk.getByLabel('Change 1').selectOption('keep before');
    await clerk.getByRole('button', { name: 'and change it again' }).click();
    await clerk.getByLabel('Change 2').selectOption('digits-only');
    await clerk.getByRole('cell', { name: '88341', exact: true }).waitFor();

    // What was typed outlives a reload; then it is saved, off at first.
    await clerk.reload();
    await clerk.getByRole('button', { name: /Add a rule by hand/ }).waitFor();
    await clerk.keyboard.press('n');
    await expect(clerk.getByLabel('Words, 1')).toHaveValue('Your slip');
    await clerk.getByRole('button', { name: /Save it, off at first/ }).click();
    const rule = clerk.locator('tbody tr', { hasText: 'keep the digits only, for the order number' });
    await expect(rule).toContainText('switched off');
    expect(await order(waits)).not.toBe('88341');

    await clerk.keyboard.press('Enter');
    const trial = clerk.getByRole('region', { name: 'What is tried' });
    await trial.getByText('there is nothing to try it on').waitFor();
    await trial.getByRole('button', { name: /Switch it on/ }).click();
    await expect(rule).not.toContainText('switched off');
    await expect(rule).toContainText('asked about until a second document bears it out');
    await expect.poll(() => order(waits)).toBe('88341');

    await clerk.goto(`${stage.base}/document/${waits}`);
    await clerk.locator('.item', { hasText: '88341' }).first().waitFor();
  });

  test('are changed and removed by key and mouse, and earlier versions have them', async () => {
    await clerk.goto(`${stage.base}/habits`);
    await clerk.locator('umber-habit-owners-page').getByRole('link', { name: SELLER }).click();
    const rule = clerk.locator('tbody tr', { hasText: 'for the order number' });
    await rule.waitFor();
    await clerk.keyboard.press('e');
    await clerk.getByLabel('Pattern').fill('nothing such');
    await clerk.getByText('Found on 0 of').waitFor();
    await clerk.keyboard.press('Escape');
    await expect(clerk.getByLabel('Pattern')).toHaveCount(0);
    await rule.getByRole('button', { name: 'remove' }).click();
    await expect(rule).toHaveCount(0);
    await clerk.locator('.versions li', { hasText: ': switched on' }).getByRole('button', { name: 'go back to' }).click();
    await expect(rule).toHaveCount(1);
  });

  test('for all suppliers are seen by a clerk and made by a controller', async () => {
    await clerk.goto(`${stage.base}/habits`);
    await clerk.locator('umber-habit-owners-page').getByRole('link', { name: 'All suppliers' }).click();
    await clerk.getByText('No rule is made for all suppliers.').waitFor();
    expect(await clerk.getByRole('button', { name: /Add a rule/ }).count()).toBe(0);
    const controller = await stage.signIn('ruth');
    await controller.goto(clerk.url());
    await controller.getByRole('button', { name: /Add a rule/ }).waitFor();
    await controller.context().close();
  });
});

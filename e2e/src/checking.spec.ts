import { expect, test } from './fixtures.js';
import type { Page } from '@playwright/test';
import { letSupplierWrite, Stage } from './stage.js';

test.describe('the checking screen', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
    await letSupplierWrite(clerk, 'one with slips in it');
    await clerk.locator('tbody tr').first().click();
    await clerk.locator('umber-doubt-card').waitFor();
  });
  test.afterAll(() => stage.strike());

  test('lists its keys on ?', async () => {
    await clerk.keyboard.press('?');
    const list = clerk.getByRole('dialog', { name: 'Keys of this screen' });
    await list.waitFor();
    expect(await list.innerText()).toContain('take the first answer');
    await clerk.keyboard.press('Escape');
    await list.waitFor({ state: 'detached' });
  });

  test('lets a person choose another key, shows it where it is named, and lets all be as they came', async () => {
    await clerk.keyboard.press('?');
    const list = clerk.getByRole('dialog', { name: 'Keys of this screen' });
    const letter = list.getByRole('button', { name: /Another key than L for/ });
    await letter.click();
    await expect(letter).toHaveText('press');
    await letter.click();
    await expect(letter).toHaveText('L');
    await letter.click();
    await clerk.keyboard.press('y');
    await list.getByRole('button', { name: /Another key than Y for: lines/ }).waitFor();
    await clerk.keyboard.press('Escape');
    await clerk.getByRole('button', { name: 'Lines Y' }).waitFor();
    await clerk.keyboard.press('l');
    expect(await clerk.locator('umber-lines-view').count()).toBe(0);
    await clerk.keyboard.press('y');
    await clerk.locator('umber-lines-view').waitFor();
    await clerk.keyboard.press('y');
    await clerk.keyboard.press('?');
    await list.getByRole('button', { name: 'As they came' }).click();
    await clerk.keyboard.press('Escape');
    await clerk.getByRole('button', { name: 'Lines L' }).waitFor();
  });

  test('fills the open field with what is clicked on the page', async () => {
    await clerk
      .locator('.item button', { hasText: /^\s*Order/ })
      .first()
      .click();
    await clerk.getByRole('heading', { name: 'Order' }).waitFor();
    const sheet = await clerk.locator('umber-page-flow .sheet').boundingBox();
    if (!sheet) throw new Error('no page');
    // The customer number stands right of the order number in this layout.
    const scale = sheet.width / 595.28;
    await clerk.mouse.click(sheet.x + 375 * scale, sheet.y + 231 * scale);
    await clerk.locator('.item', { hasText: 'K-20418' }).waitFor();
    expect(await clerk.locator('.item', { hasText: 'K-20418' }).innerText()).toContain('given by you');
  });

  test('fills it with what is dragged over, and says so when that is no such value', async () => {
    await clerk
      .locator('.item button', { hasText: /^\s*Due/ })
      .first()
      .click();
    await clerk.getByRole('heading', { name: 'Due' }).waitFor();
    const sheet = await clerk.locator('umber-page-flow .sheet').boundingBox();
    if (!sheet) throw new Error('no page');
    const scale = sheet.width / 595.28;
    const drag = async (x: number, y: number, toX: number, toY: number) => {
      await clerk.mouse.move(sheet.x + x * scale, sheet.y + y * scale);
      await clerk.mouse.down();
      await clerk.mouse.move(sheet.x + toX * scale, sheet.y + toY * scale, { steps: 4 });
      await clerk.mouse.up();
    };
    await drag(44, 108, 160, 132);
    await clerk
      .getByRole('alert')
      .getByText(/is no due/)
      .waitFor();
  });

  test('takes what is typed, in any usual way of writing it', async () => {
    await clerk.keyboard.press('e');
    await clerk.keyboard.type('24.12.2026');
    await clerk.keyboard.press('Enter');
    await clerk.locator('.item', { hasText: '24 Dec 2026' }).waitFor();
  });

  test('shows the lines row by row and takes a correction in place', async () => {
    await clerk.keyboard.press('l');
    const quantity = clerk.getByLabel('Line 1 Qty');
    await quantity.waitFor();
    await quantity.fill('7');
    await clerk.keyboard.press('Enter');
    await clerk.keyboard.press('t');
    await clerk
      .locator('umber-trail-panel')
      .getByText(/Line 1, Qty: .* → 7/)
      .waitFor();
    await clerk.keyboard.press('t');
  });

  test('parks with a reason, from the keyboard', async () => {
    await clerk.keyboard.press('p');
    await clerk.getByLabel('Reason').fill('Asked the supplier');
    await clerk.keyboard.press('Enter');
    await clerk.waitForURL(/\/tray\/check/);
    await clerk.keyboard.press('7');
    await clerk.locator('tbody tr', { hasText: 'Asked the supplier' }).waitFor();
  });

  test('lets an auditor look but not touch', async () => {
    const auditor = await stage.signIn('wyn');
    await letSupplierWriteAs(clerk);
    await auditor.goto(`${stage.base}/tray/check`);
    await auditor.locator('tbody tr').first().click();
    await auditor.locator('umber-page-flow').waitFor();
    expect(await auditor.getByRole('button', { name: 'Park' }).count()).toBe(0);
    expect(await auditor.getByRole('button', { name: /Settle|doubt/ }).count()).toBe(0);
  });

  test('refuses a wrong password in words', async () => {
    const page = await stage.signIn('wyn');
    await page.getByRole('button', { name: 'Wyn Fairlie' }).click();
    await page.getByRole('button', { name: 'Sign out' }).click();
    await page.getByLabel('Login').fill('nell');
    await page.getByLabel('Password').fill('wrong');
    await page.keyboard.press('Enter');
    await page.getByText('Login and password do not fit together.').waitFor();
  });
});

async function letSupplierWriteAs(clerk: Page): Promise<void> {
  await clerk.keyboard.press('2');
  await letSupplierWrite(clerk, 'one with slips in it');
  await clerk.locator('tbody tr').first().waitFor();
}

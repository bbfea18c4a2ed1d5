import { expect, test } from './fixtures.js';
import type { Page } from '@playwright/test';
import { documentOf, invoicePdf, mailPaper, mailWaiting, plainInvoice } from './papers.js';
import { Stage } from './stage.js';

const SELLER = 'Harrowgill Oddments Ltd';

/** What is corrected once is known on the next page, and what was learned can be seen and taken back. */
test.describe('habits', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const arrives = (number: string, slip: string) => mailWaiting(stage, clerk, SELLER, number, slip);
  const view = async (id: number) => (await clerk.request.get(`${stage.base}/api/documents/${id}`)).json();
  const open = async (id: number) => {
    await clerk.goto(`${stage.base}/document/${id}`);
    await clerk.locator('umber-page-flow img').first().waitFor();
  };
  const item = (text: string) => clerk.locator('.item', { hasText: text }).first();

  test('what is pointed at once is read on the next page of the same supplier, and on no other’s', async () => {
    const first = await arrives('HO-1001', '88341');
    await open(first);
    await clerk
      .locator('.item button, umber-loose-fields button', { hasText: /^\s*Order/ })
      .first()
      .click();
    const before = await view(first);
    const word = before.pages[0].words.find(({ text }: { text: string }) => text === '88341');
    await clerk.evaluate(() => window.scrollTo(0, 0));
    const sheet = (await clerk.locator('umber-page-flow .sheet').first().boundingBox())!;
    const scale = sheet.width / before.pages[0].width;
    await clerk.mouse.click(sheet.x + (word.x + word.width / 2) * scale, sheet.y + (word.y + word.height / 2) * scale);
    await item('88341').waitFor();
    await expect.poll(async () => ((await (await clerk.request.get(`${stage.base}/api/habits`)).json()) as unknown[]).length).toBe(2);

    await open(await arrives('HO-1002', '88797'));
    await item('88797').waitFor();

    const other = plainInvoice('Fallowbeck Sundries Ltd', 'FS-77', 3);
    await mailPaper(stage, 'FS-77.pdf', await invoicePdf({ ...other, net: '1.00', slip: ['Your slip', '90210'] }));
    const their = await documentOf(clerk, stage.base, 'FS-77');
    expect((await view(their)).fields.orderReference.value).toBeNull();
  });

  test('what was learned is seen in sentences, switched off and on by key and by mouse, and taken back', async () => {
    await clerk.goto(`${stage.base}/tray/check`);
    await clerk.getByRole('link', { name: 'Habits' }).click();
    await clerk.locator('umber-habit-owners-page').getByRole('link', { name: SELLER }).click();
    const habit = clerk.locator('tbody tr', { hasText: 'The order number stands to the right of “your slip”' });
    await habit.waitFor();
    await expect(habit).toContainText('Nell Ashgrove');
    await habit.getByRole('link', { name: 'HO-1001' }).waitFor();
    await habit.locator('td').first().click();
    await clerk.keyboard.press('Enter');
    const trial = clerk.getByRole('region', { name: 'What is tried' });
    await trial.getByText('there is nothing to try it on').waitFor();
    await clerk.keyboard.press('Escape');
    await expect(trial).toHaveCount(0);
    await clerk.keyboard.press('Space');
    await expect(habit).toContainText('switched off');
    await expect(clerk.locator('.versions li').first()).toContainText('switched off');
    await habit.getByRole('button', { name: 'switch on' }).click();
    await expect(habit.getByRole('button', { name: 'switch off' })).toBeEnabled();
    await clerk.locator('.versions li', { hasText: 'switched off' }).getByRole('button', { name: 'go back to' }).click();
    await expect(habit).toContainText('switched off');
    await clerk.reload();
    await expect(habit.getByRole('button', { name: 'switch on' })).toBeVisible();
    await expect(clerk).toHaveTitle(/Habits of Harrowgill Oddments Ltd/);

    await clerk.locator('.versions li').last().getByRole('button', { name: 'try' }).click();
    await clerk.getByRole('region', { name: 'What is tried' }).getByText('Being tried: version 1').waitFor();
    await clerk.keyboard.press('Escape');

    await open(await arrives('HO-1003', '88999'));
    const read = await view(Number(new URL(clerk.url()).pathname.split('/').pop()));
    expect(JSON.stringify(read.fields.orderReference)).not.toContain('your slip');
  });

  test('a change is tried on past documents, with before and after, and then kept', async () => {
    // Two are settled as they truly are; without the words beside it the order number is not found any more.
    for (const [number, slip] of [
      ['HO-1004', '89001'],
      ['HO-1005', '89002'],
    ]) {
      const id = await arrives(number, slip);
      let now = await view(id);
      const put = async (path: string, data: object) => {
        const answer = await clerk.request.fetch(`${stage.base}/api/documents/${id}/${path}`, {
          method: path.includes('settle') ? 'POST' : 'PUT',
          headers: { origin: stage.base },
          data: { version: now.version, ...data },
        });
        if (answer.ok()) now = await answer.json();
      };
      await put('fields/orderReference', { value: slip });
      const [{ quantity, unitPrice }] = now.lines.slice(1).map(({ cells }: { cells: Record<string, string> }) => cells);
      await put('lines/1/netAmount', { value: (Number(quantity) * Number(unitPrice)).toFixed(2) });
      for (let tries = 0; now.doubts.length > 0 && tries < 30; tries++) await put(`doubts/${now.doubts[0].id}/settle`, {});
      await put('settle', {});
      expect(now.tray).toBe('match');
    }
    await clerk.goto(`${stage.base}/habits`);
    await clerk.locator('umber-habit-owners-page').getByRole('link', { name: SELLER }).click();
    const habit = clerk.locator('tbody tr', { hasText: 'The order number stands to the right of “your slip”' });
    await habit.waitFor();
    if (await habit.getByRole('button', { name: 'switch on' }).count()) await habit.getByRole('button', { name: 'switch on' }).click();
    await expect(habit.getByRole('button', { name: 'switch off' })).toBeEnabled();
    await habit.getByRole('button', { name: 'try' }).click();
    const trial = clerk.getByRole('region', { name: 'What is tried' });
    await trial.getByText(/Read again on the last 2 documents/).waitFor();
    await expect(trial.getByRole('row', { name: /Went untouched/ })).toBeVisible();
    await trial.getByRole('button', { name: /Switch it off/ }).click();
    await expect(habit).toContainText('switched off');
    await clerk.getByText('Figures by month, and what is corrected').click();
    await expect(clerk.getByRole('row', { name: /order number \d/ })).toBeVisible();
  });

  test('an auditor sees them and changes nothing', async () => {
    const auditor = await stage.signIn('wyn');
    await auditor.goto(`${stage.base}/habits`);
    await auditor.locator('umber-habit-owners-page').getByRole('link', { name: SELLER }).click();
    await auditor.locator('tbody tr', { hasText: 'your slip' }).first().waitFor();
    expect(await auditor.getByRole('button', { name: /switch|go back/ }).count()).toBe(0);
    await auditor.context().close();
  });
});

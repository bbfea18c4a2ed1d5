import { expect, test } from './fixtures.js';
import type { Page } from '@playwright/test';
import { letSupplierWrite, Stage } from './stage.js';

/** What hands do: click where others press Enter, hold a key down, look elsewhere in the middle of typing. */
test.describe('hands', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const tray = async (page: Page, name: string) => {
    await page.goto(`${stage.base}/tray/${name}`);
    await page.getByRole('heading', { level: 1 }).waitFor();
  };
  const rows = (page: Page) => page.locator('tbody tr');
  /** Lets so many invoices come that wait at Check. */
  const waiting = async (count: number) => {
    await tray(clerk, 'check');
    for (let n = await rows(clerk).count(); n < count; n = await rows(clerk).count()) {
      await letSupplierWrite(clerk, 'one with slips in it');
      await rows(clerk).nth(n).waitFor();
    }
  };

  test('click every dialog’s main button: park, turn away, accept, approve, send back', async () => {
    await waiting(2);
    for (const [open, reason, main, where] of [
      ['Park', 'Asked the supplier', 'Park', 'parked'],
      ['Turn away', 'Not for us', 'Turn away', 'turned-away'],
    ]) {
      await tray(clerk, 'check');
      await rows(clerk).first().click();
      await clerk.getByRole('button', { name: open, exact: true }).click();
      const dialog = clerk.getByRole('dialog');
      await dialog.getByRole('button', { name: reason }).click();
      await dialog.getByRole('button', { name: new RegExp(`^${main}`) }).click();
      await dialog.waitFor({ state: 'detached' });
      await tray(clerk, where);
      await rows(clerk).filter({ hasText: reason }).first().waitFor();
    }
    await tray(clerk, 'check');
    await letSupplierWrite(clerk, 'one with a higher price');
    await tray(clerk, 'match');
    await rows(clerk).first().click();
    await clerk
      .getByRole('button', { name: /Accept with a reason/ })
      .first()
      .click();
    await clerk.getByRole('dialog').getByRole('button', { name: 'New price list on file' }).click();
    await clerk
      .getByRole('dialog')
      .getByRole('button', { name: /^Accept/ })
      .click();
    await tray(clerk, 'sign-off');
    const waits = await rows(clerk).first().innerText();
    const approver = await stage.signIn(/Ines/.test(waits) ? 'ines' : /Tom/.test(waits) ? 'tom' : /Piet/.test(waits) ? 'piet' : 'ruth');
    await tray(approver, 'sign-off');
    await rows(approver).first().click();
    await approver.getByRole('button', { name: /^Send back/ }).click();
    await approver.getByRole('dialog').getByRole('button', { name: 'Wrong cost centre' }).click();
    await approver
      .getByRole('dialog')
      .getByRole('button', { name: /^Send back/ })
      .click();
    await tray(clerk, 'check');
    await rows(clerk).filter({ hasText: 'Wrong cost centre' }).first().click();
    await clerk
      .getByRole('button', { name: /Right as it stands/ })
      .first()
      .click();
    await clerk.getByRole('button', { name: /Settle, next/ }).click();
    await approver.goto(`${stage.base}/tray/sign-off`);
    await rows(approver).first().click();
    // Back means back, above all where no word is needed to approve.
    await approver.getByRole('button', { name: /^Approve/ }).click();
    await approver.getByRole('dialog').getByRole('button', { name: /^Back/ }).click();
    await approver.getByRole('dialog').waitFor({ state: 'detached' });
    await approver.getByText('You are asked to approve.').waitFor();
    await tray(clerk, 'post');
    expect(await rows(clerk).count()).toBe(0);
    await approver.getByRole('button', { name: /^Approve/ }).click();
    await approver
      .getByRole('dialog')
      .getByRole('button', { name: /^Approve/ })
      .click();
    await tray(clerk, 'post');
    await rows(clerk).first().waitFor();
  });

  test('click Save of the accepted risk, and Make a token', async () => {
    const controller = await stage.signIn('ruth');
    await controller.goto(`${stage.base}/sources`);
    await controller.getByLabel('Accepted wrong values of 100').fill('9');
    await controller.getByRole('button', { name: 'Save' }).click();
    await controller.getByRole('button', { name: 'Save' }).waitFor({ state: 'detached' });
    await controller.reload();
    await controller.waitForFunction(() => document.querySelector<HTMLInputElement>('umber-risk-panel input')?.value === '9');
    await controller.getByRole('button', { name: 'Make a token' }).click();
    await controller.getByRole('alert').getByText('Say what the token is for').waitFor();
    await controller.getByLabel('What the token is for').fill('Copier');
    await controller.getByRole('button', { name: 'Make a token' }).click();
    await controller.getByText('Copy it now').waitFor();
  });

  test('hold Enter: one doubt is settled and no document more', async () => {
    await waiting(2);
    const before = await rows(clerk).count();
    await rows(clerk).first().click();
    await clerk.locator('umber-doubt-card').waitFor();
    const doubts = () => clerk.getByRole('button', { name: /\d doubts?|Settle, next/ }).innerText();
    const first = await doubts();
    const settled = clerk.waitForResponse((answer) => answer.request().method() !== 'GET');
    for (let i = 0; i < 20; i++) await clerk.keyboard.down('Enter');
    await settled;
    await clerk.waitForFunction((was) => !document.querySelector('.foot .main')?.textContent?.includes(was), first.split(' ')[0]);
    const after = await doubts();
    for (let i = 0; i < 20; i++) await clerk.keyboard.down('Enter');
    await clerk.keyboard.up('Enter');
    expect(await doubts()).toBe(after);
    await tray(clerk, 'check');
    await expect(rows(clerk)).toHaveCount(before, { timeout: 60_000 });
  });

  test('press Enter while the question is scrolled away: it is brought onto the screen, and settled by the next', async () => {
    await tray(clerk, 'check');
    const asking = rows(clerk).filter({ hasText: 'do not make the total' });
    if ((await asking.count()) === 0) await letSupplierWrite(clerk, 'one with slips in it');
    await asking.first().click();
    const card = clerk.locator('umber-doubt-card');
    await card.waitFor();
    await clerk.setViewportSize({ width: 1280, height: 560 });
    const inSight = () =>
      card.evaluate((element) => element.getBoundingClientRect().top >= 47 && element.getBoundingClientRect().top < 300);
    const { top, height } = await card.evaluate((element) => ({
      top: element.getBoundingClientRect().top + window.scrollY,
      height: document.documentElement.scrollHeight,
    }));
    await clerk.evaluate((y) => window.scrollTo(0, y), top > height / 2 ? 0 : height);
    expect(await inSight()).toBe(false);
    const main = clerk.getByRole('button', { name: /\d doubts?|Settle, next/ });
    const before = await main.innerText();
    const sent: string[] = [];
    clerk.on('request', (request) => request.method() !== 'GET' && sent.push(request.url()));
    await clerk.keyboard.press('Enter');
    expect(await inSight()).toBe(true);
    expect([sent, await main.innerText()]).toEqual([[], before]);
    await clerk.keyboard.press('Enter');
    await clerk.waitForFunction((was) => document.querySelector('.foot .main')?.textContent?.trim() !== was, before);
    expect(sent).toHaveLength(1);
    await clerk.setViewportSize({ width: 1280, height: 800 });
  });

  test('type a value, look elsewhere, lose the session, and find the value where it was', async () => {
    await waiting(1);
    await rows(clerk).first().click();
    await clerk
      .locator('.item button', { hasText: /^\s*Due/ })
      .first()
      .click();
    const field = clerk.locator('umber-doubt-card input');
    await field.fill('24.12.2026');
    // A click elsewhere closes the field; what was typed is shown and offered again.
    await clerk.locator('.item button', { hasText: 'Invoice number' }).first().click();
    await clerk.getByText('typed, not saved: 24.12.2026').waitFor();
    await clerk.reload();
    await clerk
      .locator('.item button', { hasText: /^\s*Due/ })
      .first()
      .click();
    expect(await field.inputValue()).toBe('24.12.2026');
    // A refusal keeps it as well.
    await field.fill('the day after');
    await field.press('Enter');
    await clerk.getByRole('alert').first().waitFor();
    await clerk.locator('.item button', { hasText: 'typed, not saved: the day after' }).waitFor();
    // The session ends meanwhile: signing in over the screen sends the value that was typed.
    await clerk
      .locator('.item button', { hasText: /^\s*Due/ })
      .first()
      .click();
    await field.fill('24.12.2026');
    await stage.endSessions();
    await field.press('Enter');
    const again = clerk.getByRole('dialog', { name: 'Sign in again' });
    await again.getByLabel('Password').fill('wrong');
    await again
      .getByRole('button', { name: /^Sign in/ })
      .last()
      .click();
    await again.getByText('do not fit together').waitFor();
    await again.getByLabel('Password').fill(stage.password);
    await again
      .getByRole('button', { name: /^Sign in/ })
      .last()
      .click();
    await clerk.locator('.item', { hasText: '24 Dec 2026' }).waitFor();
    expect(await clerk.getByText('typed, not saved').count()).toBe(0);
  });

  test('go through the tray in the order in which it was shown, whatever changes in it', async () => {
    await waiting(3);
    const ids = await rows(clerk).evaluateAll((all) => all.map((row) => row.getAttribute('data-row')));
    await rows(clerk).first().click();
    await clerk.locator('umber-doubt-card').waitFor();
    // A total that is a thousand times less would be last in the tray: the place in the order stays.
    await clerk
      .locator('.item button', { hasText: 'Total' })
      .first()
      .click()
      .catch(() => undefined);
    await clerk.locator('umber-doubt-card input').fill('0.01');
    await clerk.keyboard.press('Enter');
    await clerk.locator('.item', { hasText: '0.01' }).first().waitFor();
    await expect(clerk.locator('header .count')).toContainText(`1 of ${ids.length}`);
    await clerk.getByRole('button', { name: 'Park', exact: true }).click();
    await clerk.getByRole('dialog').getByRole('button', { name: 'Asked the buyer' }).click();
    await clerk.getByRole('dialog').getByRole('button', { name: /^Park/ }).click();
    await clerk.waitForURL(new RegExp(`/document/${ids[1]}$`));
  });
});

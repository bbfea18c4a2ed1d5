import { test } from './fixtures.js';
import { letScannerFeed, Stage } from './stage.js';

test.describe('a scanned stack', () => {
  let stage: Stage;
  test.beforeAll(async () => {
    stage = await Stage.raise();
  });
  test.afterAll(() => stage.strike());

  test('is cut into its documents, and a clerk joins and cuts them by key', async () => {
    const clerk = await stage.signIn('nell');
    await letScannerFeed(clerk, { Invoices: '2', 'Dots an inch': '200', File: 'TIFF' });
    await clerk.getByRole('link', { name: /Arriving/ }).click();
    const scan = clerk.getByRole('option', { name: /Scan from the mail room/ });
    await scan.waitFor({ timeout: 240_000 });
    await scan.click();
    const pages = clerk.getByRole('link', { name: /\d+ pages, 2 documents/ });
    await pages.waitFor({ timeout: 240_000 });
    // Both are read before their pages are looked at.
    await clerk.waitForFunction(
      () => [...document.querySelectorAll('umber-arrival-panel li')].filter((step) => step.textContent?.includes('Checked')).length === 2,
      null,
      { timeout: 240_000 },
    );
    await pages.click();

    // Two documents lie there, each with its number; why the second begins is said beside its page.
    const groups = clerk.locator('section.group:not(.aside)');
    const lie = (count: number) =>
      clerk.waitForFunction((wanted) => document.querySelectorAll('section.group:not(.aside)').length === wanted, count);
    await groups.nth(1).waitFor();
    await lie(2);
    const start = await groups.nth(1).locator('.slot').first().getAttribute('data-page');
    await groups.nth(1).locator('.sheet').first().click();
    await clerk.getByText(/Begins a document \(\d+ % sure\): number/).waitFor();

    // Join, undo, set aside, take back: nothing is kept until the clerk says so.
    await clerk.keyboard.press('c');
    await lie(1);
    await clerk.keyboard.press('z');
    await lie(2);
    await clerk.keyboard.press('d');
    await lie(1);
    await clerk.locator(`section.aside [data-page="${start}"]`).waitFor();
    await clerk.keyboard.press('d');
    await lie(2);

    // Turned by key, small and large, and back again.
    const large = clerk.locator('aside img');
    await clerk.keyboard.press('r');
    await large.and(clerk.locator('.turned-1')).waitFor();
    await clerk.keyboard.press('z');
    await large.and(clerk.locator('.turned-0')).waitFor();

    // Dragged by mouse to the document before.
    const [sheet, other] = [groups.nth(1).locator('.sheet').first(), groups.nth(0).locator('.sheet').first()];
    const [from, to] = [await sheet.boundingBox(), await other.boundingBox()];
    if (!from || !to) throw new Error('the pages are not on the screen');
    await clerk.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
    await clerk.mouse.down();
    await clerk.mouse.move(from.x, from.y + 20, { steps: 4 });
    await clerk.mouse.move(to.x + to.width * 0.8, to.y + to.height / 2, { steps: 12 });
    await clerk.mouse.up();
    await lie(1);
    await groups.nth(0).locator(`[data-page="${start}"]`).waitFor();
    await clerk.keyboard.press('z');
    await lie(2);

    // Both are with their approvers: they keep their pages, and the sentence says so.
    await clerk.keyboard.press('c');
    await lie(1);
    await clerk.keyboard.press('Enter');
    await clerk
      .getByRole('alert')
      .getByText(/its pages stay as they are|Leave it whole/)
      .waitFor();
  });
});

import { expect, test } from './fixtures.js';
import { Roamer } from './roaming.js';
import { letSupplierWrite, Stage } from './stage.js';

/** Milliseconds that one person roams: how far that leads depends on the machine, what is met must be right. */
const PATIENCE = 20_000;

test.describe('somebody who clicks everything', () => {
  let stage: Stage;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    const clerk = await stage.signIn('nell');
    for (const wish of ['an invoice that fits', 'one with slips in it', 'one with a higher price', 'one with slips in it'])
      await letSupplierWrite(clerk, wish);
    await clerk.waitForFunction(async () => {
      const trays = (await (await fetch('/api/trays')).json()) as { tray: string; documents: number }[];
      return trays.every(({ tray, documents }) => tray !== 'arriving' || documents === 0) && trays.some(({ documents }) => documents > 0);
    });
  });
  test.afterAll(() => stage.strike());

  for (const width of [640, 390])
    test(`nothing reaches over the side of a window of ${width} pixels`, async () => {
      const page = await stage.signIn('nell', { viewport: { width, height: 844 } });
      const isWithin = async (where: string) =>
        expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth), where).toBe(0);
      for (const path of [
        'tray/arriving',
        'tray/check',
        'tray/match',
        'tray/posted',
        'suppliers',
        'orders',
        'ledger',
        'sources',
        'questions',
        'tables',
        'coding-rules',
        'archive',
        'exports',
      ]) {
        await page.goto(`${stage.base}/${path}`);
        await page.getByRole('heading', { level: 1 }).waitFor();
        await page.locator('umber-loading-line [role=status]').waitFor({ state: 'detached' });
        await isWithin(path);
      }
      for (const tray of ['check', 'match']) {
        await page.goto(`${stage.base}/tray/${tray}`);
        await page.locator('tbody tr').first().click();
        await page.locator('umber-page-flow img, umber-match-screen table').first().waitFor();
        await isWithin(`a document at ${tray}`);
        await expect(page).toHaveTitle(new RegExp(`^${tray}: Invoice `, 'i'));
      }
      await page.context().close();
    });

  test('a doubt is settled by touch on a phone', async () => {
    const page = await stage.signIn('nell', { viewport: { width: 390, height: 844 }, hasTouch: true });
    await page.goto(`${stage.base}/tray/check`);
    await page.locator('tbody tr').first().tap();
    const card = page.locator('umber-doubt-card').first();
    await expect(card).toBeInViewport();
    const asks = await card.innerText();
    await card.getByRole('button').first().tap();
    await expect(card.filter({ hasText: asks })).toHaveCount(0);
    await page.context().close();
  });

  for (const login of ['nell', 'ines', 'ruth', 'sol', 'wyn'])
    test(`${login} finds nothing dead, covered, thrown, reloaded or out of reach`, async () => {
      const page = await stage.signIn(login, { bypassCSP: true });
      const roamer = new Roamer(page);
      await roamer.roam(PATIENCE);
      expect(roamer.findings).toEqual([]);
      expect(roamer.tried.controls).toBeGreaterThan(5);
      expect(roamer.tried.views).toBeGreaterThan(1);
      await page.context().close();
    });
});

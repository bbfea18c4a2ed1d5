import { expect, test } from './fixtures.js';
import { Roamer } from './roaming.js';
import { letSupplierWrite, Stage } from './stage.js';

/** Milliseconds that one person roams: how far that leads depends on the machine, what is met must be right. */
const PATIENCE = 30_000;

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

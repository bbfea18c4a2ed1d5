import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { expect, test } from './fixtures.js';
import { mailPaper } from './papers.js';
import { Stage } from './stage.js';

/** One kind of question over all documents that wait: what is picked out stays, the rest is accepted by one key. */
test.describe('the sweep', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
    for (const name of ['atelier.pdf', 'one-doubt.pdf'])
      await mailPaper(stage, name, readFileSync(fileURLToPath(new URL(`../fixtures/${name}`, import.meta.url))));
    await expect.poll(async () => (await items()).length, { timeout: 60_000 }).toBeGreaterThanOrEqual(4);
    await expect.poll(async () => (await items()).filter(({ kind }) => kind === 'lines').length, { timeout: 60_000 }).toBe(2);
  });
  test.afterAll(() => stage.strike());

  interface Item {
    readonly document: number;
    readonly doubt: number;
    readonly kind: string;
    readonly value: string;
  }
  const items = async (): Promise<Item[]> => (await clerk.request.get(`${stage.base}/api/sweep`)).json();

  test('is reached from the tray by one key; a kind at a time, with its count', async () => {
    await clerk.goto(`${stage.base}/tray/check`);
    await clerk.locator('tbody tr').first().waitFor();
    await clerk.keyboard.press('q');
    await clerk.waitForURL(/\/sweep$/);
    await clerk.getByRole('tab').first().waitFor();
    const all = await items();
    for (const tab of await clerk.getByRole('tab').all()) expect(Number(/\d+/.exec(await tab.innerText())?.[0])).toBeGreaterThan(0);
    expect(all.length).toBeGreaterThanOrEqual(4);
  });

  test('by mouse: what is picked out is not accepted, what was typed anew is, and the stroke is taken back', async () => {
    await clerk.getByRole('tab', { name: /Cells of lines/ }).click();
    const cards = clerk.locator('.card');
    await expect(cards).toHaveCount(2);
    const before = await items();
    const [first, second] = before.filter(({ kind }) => kind === 'lines');
    await cards.first().getByRole('button').click();
    await clerk.getByText('1 picked out as wrong, 1 stays in doubt').waitFor();
    await clerk.getByRole('button', { name: /^Accept the other 1/ }).click();
    await clerk.getByText('1 value settled.').waitFor();
    await expect.poll(async () => (await items()).map(({ doubt }) => doubt)).not.toContain(second.doubt);
    expect((await items()).map(({ doubt }) => doubt)).toContain(first.doubt);
    await clerk.getByRole('button', { name: /^Undo/ }).click();
    await clerk.getByText('1 value taken back.').waitFor();
    expect((await items()).map(({ doubt }) => doubt)).toContain(second.doubt);
  });

  test('by keys: chosen, picked out, typed anew, accepted; a held Enter counts once', async () => {
    await clerk.goto(`${stage.base}/sweep`);
    await clerk.getByRole('tab', { name: /Cells of lines/ }).click();
    const [first] = (await items()).filter(({ kind }) => kind === 'lines');
    await clerk.locator('h1').click();
    await clerk.keyboard.press('Space');
    await clerk.locator('.card.wrong').waitFor();
    await clerk.keyboard.press('Space');
    await clerk.locator('.card.wrong').waitFor({ state: 'detached' });
    await clerk.keyboard.press('e');
    await clerk.locator('input.typing').fill('AV-119 - Miel de lavande, seau 5 kg');
    await clerk.keyboard.press('Enter');
    await clerk.locator('.card', { hasText: 'now' }).waitFor();
    const sent: string[] = [];
    clerk.on('request', (request) => request.method() === 'POST' && request.url().endsWith('/api/sweep') && sent.push(request.url()));
    for (let i = 0; i < 12; i++) await clerk.keyboard.down('Enter');
    await clerk.keyboard.up('Enter');
    await clerk.getByText('2 values settled.').waitFor();
    expect(sent).toHaveLength(1);
    const document = await (await clerk.request.get(`${stage.base}/api/documents/${first.document}`)).json();
    expect(document.lines[2].cells.description).toBe('AV-119 - Miel de lavande, seau 5 kg');
    expect(document.trail.slice(0, 2).map(({ person }: { person: string }) => person)).toEqual(['Nell Ashgrove', 'Nell Ashgrove']);
  });

  test('by character: pieces read as the same stand side by side; one that is picked out marks its value', async () => {
    await clerk.goto(`${stage.base}/sweep`);
    await clerk.getByRole('tab', { name: /Totals/ }).click();
    await clerk.keyboard.press('m');
    const ones = clerk.getByRole('region', { name: 'Read as 1' });
    await ones.getByRole('button').first().click();
    await clerk.keyboard.press('m');
    await clerk.locator('.card.wrong').waitFor();
    await clerk.keyboard.press('o');
    await clerk.waitForURL(/\/document\//);
  });

  test('says so where nothing is left', async () => {
    await clerk.goto(`${stage.base}/sweep`);
    for (let i = 0; i < 12 && (await items()).length > 0; i++) {
      await clerk.getByRole('button', { name: /^Accept/ }).click();
      await clerk.waitForTimeout(400);
    }
    await clerk.getByText(/Nothing waits that can be judged by its look alone/).waitFor();
  });
});

// Takes docs/screenshots/ anew from a running demo: npm start -- --fresh, then node scripts/screenshots.mjs [address]
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from 'playwright-core';
import { DEMO_PASSWORD } from '../demo/dist/scenario/index.js';
import { ROOT } from './prerequisites.mjs';

const base = process.argv[2] ?? 'http://127.0.0.1:4400';
const folder = join(ROOT, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
});

async function as(login) {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await page.goto(`${base}/sign-in`);
  await page.getByLabel('Login').fill(login);
  await page.getByLabel('Password').fill(DEMO_PASSWORD);
  await page.keyboard.press('Enter');
  await page.waitForURL(/\/tray\//);
  return page;
}
async function shoot(page, name, path, keys = []) {
  if (path !== null) await page.goto(base + path);
  await page.waitForTimeout(900);
  for (const key of keys) {
    if (key.startsWith('row:'))
      await page
        .locator('tbody tr', { hasText: key.slice(4) })
        .first()
        .click();
    else if (key.startsWith('link:'))
      await page
        .getByRole('link', { name: key.slice(5) })
        .first()
        .click();
    else if (key.startsWith('check:')) await page.getByLabel(key.slice(6), { exact: true }).check();
    else if (key.startsWith('button:')) await page.getByRole('button', { name: key.slice(7) }).click();
    else await page.keyboard.press(key);
    await page.waitForTimeout(700);
  }
  await page.getByText('Loading …').first().waitFor({ state: 'hidden' });
  await page.screenshot({ path: join(folder, `${name}.png`) });
  console.log(`${name}.png`);
}

const clerk = await as('nell');
await shoot(clerk, 'tray', '/tray/check');
await shoot(clerk, 'check', '/tray/check', ['row:Crakewell']);
await shoot(clerk, 'check-lines', '/tray/check', ['row:Tarnside', 'l']);
await shoot(clerk, 'sweep', '/sweep');
await clerk.goto(`${base}/tray/arriving`);
await clerk.getByRole('option', { name: /Scan from the mail room/ }).click();
await shoot(clerk, 'arriving', null);
await clerk.getByRole('link', { name: /pages, \d+ documents/ }).click();
await shoot(clerk, 'pages', null, ['ArrowRight']);
await shoot(clerk, 'e-invoice', '/tray/check', ['row:Blencarn', 'link:Its data and rules']);
await shoot(clerk, 'archive', '/archive?q=delivery');
await shoot(clerk, 'match', '/tray/match', ['row:Hartscale']);
await shoot(clerk, 'order', '/orders', ['link:40604']);
await shoot(clerk, 'retention', '/retention', ['button:31 Dec 2025']);
const administrator = await as('sol');
await shoot(administrator, 'sources', '/sources');
// One of those that call everything otherwise is settled; the others are read by it.
await clerk.goto(`${base}/tray/check`);
await clerk.locator('tbody tr', { hasText: 'Harrowgill' }).first().click();
await clerk.waitForTimeout(900);
for (let tries = 0; tries < 20 && /\/document\//.test(clerk.url()); tries++) {
  await clerk.keyboard.press('Enter');
  await clerk.waitForTimeout(400);
}
await clerk.waitForTimeout(4000);
await clerk.goto(`${base}/habits`);
await clerk.getByRole('link', { name: /Harrowgill/ }).click();
await shoot(clerk, 'habits', null);
await clerk.keyboard.press('n');
await clerk.getByLabel('Words, 1').fill('Our bundle');
await clerk.getByLabel('The field that the rule is for').selectOption('invoiceNumber');
await shoot(clerk, 'rule', null);
await clerk.keyboard.press('Escape');
await shoot(clerk, 'exports', '/exports', ['check:Invoice']);
await shoot(clerk, 'supplier', '/suppliers', ['link:Hartscale']);
const manager = await as('ines');
await shoot(manager, 'sign-off', '/tray/sign-off', ['row:Montechiaro']);
const controller = await as('ruth');
await shoot(controller, 'post', '/tray/post', ['Enter']);
await shoot(controller, 'ledger', '/ledger');
await browser.close();

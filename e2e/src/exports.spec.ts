import { mkdtemp, readdir, readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test, type Page } from '@playwright/test';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { documentOf, mailPaper } from './papers.js';
import { Stage } from './stage.js';

/** Lists of documents as files, as a clerk and an auditor make them. */
test.describe('exports', () => {
  let stage: Stage;
  let clerk: Page;
  const today = new Date().toISOString().slice(0, 10);
  const invoice = invoiceOfOrder(scenarioOrders(today).filter(({ supplier }) => supplier.key === 'hartscale')[0], today, 991, {
    part: 0.1,
  });
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
    await mailPaper(stage, 'a.pdf', await drawInvoice(invoice));
    await documentOf(clerk, stage.base, invoice.number, 'post');
  });
  test.afterAll(() => stage.strike());

  const preview = () => clerk.getByRole('region', { name: 'Preview of heads' });

  test('are found in the menu, seen before, and saved with what was chosen', async () => {
    await clerk.getByRole('button', { name: 'Nell Ashgrove' }).click();
    await clerk.getByRole('link', { name: 'Exports' }).click();
    await expect(preview()).toContainText(invoice.number);
    await clerk.getByLabel('Separator').selectOption('semicolon');
    await clerk.getByLabel('Decimal sign').selectOption('1234,50');
    await clerk.getByLabel('Head of Gross total').fill('Betrag');
    await clerk.keyboard.press('Tab');
    await expect(clerk.getByRole('button', { name: 'Betrag away' })).toBeVisible();
    await expect(preview()).toContainText(invoice.gross.replace('.', ','));
    await clerk.getByRole('button', { name: 'Betrag to the left' }).click();
    await clerk.getByRole('button', { name: 'Tray away' }).click();
    await expect(clerk.getByLabel('Head of Tray')).toHaveCount(0);
    await clerk.getByRole('button', { name: 'Export', exact: true }).click();
    await expect(clerk.getByRole('status').getByText('One document went out.')).toBeVisible();
    const download = clerk.waitForEvent('download');
    await clerk.getByRole('table', { name: 'What went out' }).getByRole('link').first().click();
    const text = await readFile((await (await download).path()) ?? '', 'utf8');
    expect(text).toContain(';Betrag;Tax total;');
    expect(text).toContain(invoice.gross.replace('.', ','));
  });

  test('are kept under a name by keys, and taken up again', async () => {
    await clerk.getByLabel('Name of the export').fill('For the bank');
    await clerk.keyboard.press('Enter');
    await expect(clerk.getByText('Kept as “For the bank”.')).toBeVisible();
    await clerk.getByLabel('Since when').selectOption('new or changed since the last time');
    await clerk.getByLabel('Name of the export').press('Enter');
    await clerk.getByRole('button', { name: 'Export', exact: true }).click();
    await expect(clerk.getByText('One document went out.')).toBeVisible();
    await clerk.getByRole('button', { name: 'Export', exact: true }).click();
    await expect(clerk.getByText('0 documents went out.')).toBeVisible();
    await clerk.reload();
    await clerk.getByRole('button', { name: 'For the bank', exact: true }).click();
    await expect(clerk.getByLabel('Since when')).toHaveValue('new or changed since the last time');
    await clerk.getByRole('button', { name: 'Take For the bank away' }).click();
    await expect(clerk.getByRole('button', { name: 'Take For the bank away' })).toHaveCount(0);
  });

  test('go into a folder by themselves where a controller says so; a folder out of reach is refused', async () => {
    const controller = await stage.signIn('ruth');
    await controller.goto(`${stage.base}/exports`);
    await controller.getByLabel('Name of the export').fill('To the office');
    await controller.getByRole('button', { name: 'Keep', exact: true }).click();
    const to = controller.getByLabel('Folder or address that To the office goes to');
    await controller.getByLabel('Where To the office goes by itself').selectOption('folder');
    await to.fill('/etc');
    await controller.keyboard.press('Tab');
    await expect(controller.getByText(/Only folders below these are used/)).toBeVisible();
    const folder = await mkdtemp(join(tmpdir(), 'umber-exports-'));
    await to.fill(folder);
    await controller.keyboard.press('Tab');
    await expect(controller.getByText(/goes to .* from its next run on/)).toBeVisible();
    await controller.getByRole('button', { name: 'To the office', exact: true }).click();
    await controller.getByRole('button', { name: 'Export', exact: true }).click();
    await expect(controller.getByRole('status').getByText('One document went out.')).toBeVisible();
    await expect(async () => expect((await readdir(folder)).length).toBeGreaterThan(0)).toPass();
    await controller.reload();
    await expect(controller.getByText(`gone to ${folder}`)).toBeVisible();
    await controller.context().close();
  });

  test('say what is wrong, and leave what was typed', async () => {
    await clerk.getByLabel('Separator').selectOption('comma');
    await clerk.getByLabel('Decimal sign').selectOption('1234,50');
    await expect(clerk.getByRole('alert')).toContainText('cannot both part columns and stand in numbers');
    await clerk.getByLabel('Decimal sign').selectOption('1234.50');
    await expect(clerk.getByRole('alert')).toHaveCount(0);
    await clerk.getByLabel('With these words').fill('nothing has this');
    await expect(preview()).toContainText('Nothing of it is meant.');
  });
});

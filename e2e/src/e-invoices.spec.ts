import { readFile } from 'node:fs/promises';
import { expect, test, type Page } from '@playwright/test';
import { dataOf, invoiceOfOrder, type Twist } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { recognise, writeCii, writeUbl } from '@umber/core/e-invoice-files';
import { documentOf, mailPaper } from './papers.js';
import { Stage } from './stage.js';

/** Electronic invoices as a clerk meets them. */
test.describe('electronic invoices', () => {
  let stage: Stage;
  let clerk: Page;
  const today = new Date().toISOString().slice(0, 10);
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const drawn = (nth: number, serial: number, twist: Twist = {}) =>
    invoiceOfOrder(scenarioOrders(today).filter((order) => order.supplier.key === 'hartscale')[nth], today, serial, {
      part: 0.1,
      ...twist,
    });

  test('a rule that is broken is asked with its figures, seen among the data, and answered by a key', async () => {
    const invoice = drawn(0, 981);
    const data = dataOf(invoice);
    const off = (Number(invoice.gross) + 5).toFixed(2);
    await mailPaper(stage, 'wrong.xml', Buffer.from(writeCii({ ...data, totals: { ...data.totals, gross: off, due: off } })));
    const id = await documentOf(clerk, stage.base, invoice.number, 'check');
    await clerk.goto(`${stage.base}/document/${id}`);
    await expect(clerk.getByText(/The total is .* net and tax make .*\(BR-CO-15\)/)).toBeVisible();
    await clerk.getByRole('link', { name: 'Its data and rules' }).first().click();
    await expect(clerk).toHaveURL(/\/data$/);
    await expect(clerk.getByRole('region', { name: 'What its rules find' })).toContainText('BR-CO-15');
    await expect(clerk.getByRole('region', { name: 'Its data' })).toContainText(invoice.lines[0].description);
    await clerk.getByRole('link', { name: 'To the document' }).click();
    await clerk.getByText('(BR-CO-15)').waitFor();
    await clerk.keyboard.press('Enter');
    await expect(clerk.getByText('(BR-CO-15)')).toHaveCount(0);
  });

  test('one in order goes on by itself and is saved as another format', async () => {
    const invoice = drawn(1, 982);
    await mailPaper(stage, 'right.xml', Buffer.from(writeUbl(dataOf(invoice))));
    const id = await documentOf(clerk, stage.base, invoice.number, 'post');
    await clerk.goto(`${stage.base}/document/${id}`);
    const download = clerk.waitForEvent('download');
    await clerk.getByRole('link', { name: 'Save as CII' }).click();
    const read = recognise(await readFile((await (await download).path()) ?? '', 'utf8'));
    expect(read).toMatchObject({ what: 'invoice', invoice: { syntax: 'cii', number: invoice.number, totals: { gross: invoice.gross } } });
  });

  test('which counts where page and data differ is said on the sources page, by a controller', async () => {
    const controller = await stage.signIn('ruth');
    await controller.goto(`${stage.base}/sources`);
    const choice = controller.getByLabel('Which counts where page and data differ');
    await choice.selectOption('the page');
    await controller.reload();
    await expect(choice).toHaveValue('the page');
    await clerk.goto(`${stage.base}/sources`);
    await expect(clerk.getByLabel('Which counts where page and data differ')).toBeDisabled();
  });
});

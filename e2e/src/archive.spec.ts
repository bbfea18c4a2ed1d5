import { expect, test, type Page } from '@playwright/test';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { documentOf, mailPaper } from './papers.js';
import { Stage } from './stage.js';

/** The archive, as a clerk looks for something and hands what is found to an auditor. */
test.describe('the archive', () => {
  let stage: Stage;
  let clerk: Page;
  const today = new Date().toISOString().slice(0, 10);
  const of = (key: string, serial: number) =>
    invoiceOfOrder(scenarioOrders(today).filter(({ supplier }) => supplier.key === key)[0], today, serial, { part: 0.1 });
  const [first, second] = [of('hartscale', 981), of('dapplemere', 982)];
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
    await mailPaper(stage, 'a.pdf', await drawInvoice(first));
    await mailPaper(stage, 'b.pdf', await drawInvoice(second));
    for (const { number } of [first, second]) await documentOf(clerk, stage.base, number, 'post');
    await clerk.waitForFunction(async (number) => {
      const { documents } = (await (await fetch(`/api/archive/search?q=${number}`)).json()) as { documents: number };
      return documents === 1;
    }, second.number);
  });
  test.afterAll(() => stage.strike());

  const field = () => clerk.getByRole('searchbox', { name: 'Search the archive' });
  const hits = (page = clerk) => page.locator('umber-archive-hits li');

  test('finds as one types, and opens the page at the marked word by key', async () => {
    await clerk.getByRole('link', { name: 'Archive' }).click();
    await expect(hits()).toHaveCount(2);
    await clerk.keyboard.press('/');
    await clerk.keyboard.type(`${first.supplier.name.split(' ')[0].toLowerCase()} invoice`);
    await expect(hits()).toHaveCount(1);
    await expect(hits().locator('mark').first()).toHaveText(new RegExp(first.supplier.name.split(' ')[0], 'i'));
    await clerk.keyboard.press('Enter');
    await expect(clerk).toHaveURL(/\/document\/\d+\?find=/);
    await expect(clerk.locator('umber-viewer-tools .hits')).toHaveText(/^1\/\d+$/);
    await clerk.goBack();
    await expect(field()).toHaveValue(/invoice$/);
    await expect(hits()).toHaveCount(1);
    await clerk.reload();
    await expect(hits()).toHaveCount(1);
  });

  test('is narrowed by choices and widened by their chips, with the mouse', async () => {
    await clerk.goto(`${stage.base}/archive`);
    await expect(hits()).toHaveCount(2);
    const choice = clerk.getByRole('group', { name: 'Supplier' }).getByLabel(new RegExp(second.supplier.name.slice(0, 12)));
    await choice.click();
    await expect(hits()).toHaveCount(1);
    await expect(hits()).toContainText(second.number);
    await clerk.getByRole('button', { name: /^Without / }).click();
    await expect(hits()).toHaveCount(2);
    await hits().nth(1).click();
    await expect(clerk).toHaveURL(/\/document\//);
  });

  test('says when there is nothing, and shows everything again', async () => {
    await clerk.goto(`${stage.base}/archive`);
    await field().fill('zzzzzzzzzz');
    await expect(clerk.getByText('Nothing has all of this.')).toBeVisible();
    await clerk.getByRole('button', { name: 'Show everything' }).click();
    await expect(hits()).toHaveCount(2);
    await expect(field()).toHaveValue('');
  });

  test('keeps a search for everybody, and says what came since', async () => {
    await clerk.goto(`${stage.base}/archive?q=invoice`);
    await expect(hits()).toHaveCount(2);
    await clerk.getByRole('button', { name: 'Keep this search' }).click();
    await clerk.getByLabel('Name of the search').fill('All invoices');
    await clerk.getByLabel('for everybody').check();
    await clerk.getByRole('button', { name: 'Keep it' }).click();
    await expect(clerk.getByRole('region', { name: 'Kept searches' })).toContainText('All invoices');
    const other = await stage.signIn('ruth');
    await other.goto(`${stage.base}/archive`);
    const kept = other.getByRole('region', { name: 'Kept searches' });
    await expect(kept).toContainText('2 new');
    await kept.getByRole('button', { name: 'All invoices' }).click();
    await expect(other).toHaveURL(/q=invoice/);
    await expect(kept).not.toContainText('new');
    await other.context().close();
    await clerk.getByRole('button', { name: 'Remove the search All invoices' }).click();
    await expect(clerk.getByRole('region', { name: 'Kept searches' })).toContainText('None yet');
  });

  test('hands a list on without what is left out, by keys; the auditor opens it', async () => {
    await clerk.goto(`${stage.base}/archive?q=invoice`);
    await expect(hits()).toHaveCount(2);
    await clerk.keyboard.press('x');
    await expect(hits().first()).toHaveClass(/out/);
    await clerk.keyboard.press('h');
    await clerk.keyboard.type('Please look at this one');
    await clerk.getByRole('region', { name: 'Hand this list on' }).getByRole('combobox').selectOption({ label: 'Wyn Fairlie' });
    await expect(clerk.getByRole('button', { name: /^Hand on 1/ })).toBeVisible();
    await clerk.keyboard.press('Control+Enter');
    await expect(clerk.getByText('1 document handed to Wyn Fairlie.')).toBeVisible();
    const auditor = await stage.signIn('wyn');
    await auditor.goto(`${stage.base}/archive`);
    await auditor.getByRole('region', { name: 'Lists handed on' }).getByRole('link', { name: 'Please look at this one' }).click();
    await expect(auditor.getByRole('heading', { level: 1 })).toHaveText('Please look at this one');
    await expect(hits(auditor)).toHaveCount(1);
    await auditor.getByRole('button', { name: 'Close the list' }).click();
    await expect(auditor.getByRole('region', { name: 'Lists handed on' })).toHaveCount(0);
    await auditor.context().close();
  });

  test('hands what is found to the exports', async () => {
    await clerk.goto(`${stage.base}/archive?q=${second.number}`);
    await expect(hits()).toHaveCount(1);
    await clerk.getByRole('button', { name: 'Save as a table' }).click();
    await expect(clerk.getByRole('region', { name: 'Preview of heads' })).toContainText(second.number);
    await expect(clerk.getByRole('region', { name: 'Preview of heads' })).not.toContainText(first.number);
  });
});

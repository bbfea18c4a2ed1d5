import { expect, test } from './fixtures.js';
import type { Page } from '@playwright/test';
import { documentOf, invoicePdf, mailPaper, plainInvoice } from './papers.js';
import { Stage } from './stage.js';

const SELLER = 'Harrowgill Oddments Ltd';

/** A field of the company's own, from making to export: added, pointed at, known on the next page, found, and in the PDF that is kept. */
test.describe('a field of the company’s own', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
  });
  test.afterAll(() => stage.strike());

  const arrives = async (number: string, yard: string): Promise<number> => {
    const invoice = plainInvoice(SELLER, number, 3);
    await mailPaper(stage, `${number}.pdf`, await invoicePdf({ ...invoice, slip: ['Ground of', yard] }));
    return documentOf(clerk, stage.base, number);
  };
  const view = async (id: number) => (await clerk.request.get(`${stage.base}/api/documents/${id}`)).json();

  test('is added by an administrator', async () => {
    const administrator = await stage.signIn('sol');
    await administrator.getByRole('button', { name: 'Sol Everley' }).click();
    await administrator.getByRole('link', { name: 'Fields of your own' }).click();
    await administrator.getByRole('button', { name: /Add a field/ }).click();
    await administrator.getByLabel('Name').fill('Works site');
    await administrator.getByLabel('What it holds').selectOption('choice');
    await administrator.getByLabel('Printed as').fill('Site');
    await administrator.getByLabel('One of').fill('North yard');
    await administrator.getByLabel('An invoice must have it').check();
    await administrator.getByRole('button', { name: /Add the field/ }).click();
    await administrator.getByRole('alert').getByText('at least two things').waitFor();
    await administrator.getByLabel('One of').fill('North yard; South yard');
    await administrator.keyboard.press('Enter');
    await administrator.getByRole('row', { name: /Works site.*must be there/ }).waitFor();
    await administrator.context().close();
  });

  test('is asked about, pointed at on the page, and known on the next one', async () => {
    const first = await arrives('HO-1001', 'South yard');
    await clerk.goto(`${stage.base}/document/${first}`);
    await clerk.locator('umber-page-flow img').first().waitFor();
    await clerk.getByText('No works site was found on the page.').waitFor();
    const before = await view(first);
    const word = before.pages[0].words.find(({ text }: { text: string }) => text === 'South');
    await clerk.evaluate(() => window.scrollTo(0, 0));
    const sheet = (await clerk.locator('umber-page-flow .sheet').first().boundingBox())!;
    const scale = sheet.width / before.pages[0].width;
    await clerk.mouse.click(sheet.x + (word.x + word.width / 2) * scale, sheet.y + (word.y + word.height / 2) * scale);
    const value = () => expect.poll(async () => (await view(first)).own[0].value);
    await value().toBe('South yard');
    await clerk.keyboard.press('Control+z');
    await value().toBeNull();
    await expect(clerk.getByText('No works site was found on the page.')).toBeInViewport();
    // The screen has the answer too before it is taken back.
    const answered = clerk.waitForResponse(
      (response) => response.request().method() !== 'GET' && response.url().includes(`/documents/${first}/`),
    );
    await clerk.keyboard.press('2');
    await answered;
    await value().toBe('North yard');
    await clerk.keyboard.press('z');
    await value().toBeNull();
    await expect(clerk.getByText('No works site was found on the page.')).toBeInViewport();
    await clerk.keyboard.press('Enter');
    await clerk.keyboard.type('south YARD');
    await clerk.keyboard.press('Enter');
    await value().toBe('South yard');
    await expect
      .poll(async () => ((await (await clerk.request.get(`${stage.base}/api/habits`)).json()) as unknown[]).length)
      .toBeGreaterThan(1);

    const invoice = plainInvoice(SELLER, 'HO-1002', 3);
    await mailPaper(stage, 'HO-1002.pdf', await invoicePdf({ ...invoice, slip: ['Ground of', 'North yard'] }));
    const next = await documentOf(clerk, stage.base, 'HO-1002', 'match');
    expect((await view(next)).own).toMatchObject([{ value: 'North yard', settled: false }]);
  });

  test('is found by the search, and stands in the PDF that is kept', async () => {
    await clerk.goto(`${stage.base}/tray/check`);
    // Keys are those of a screen once it is there.
    await clerk.getByRole('heading', { level: 1 }).waitFor();
    await clerk.keyboard.press('/');
    const dialog = clerk.getByRole('dialog', { name: 'Search all documents' });
    await expect(dialog.locator('input')).toBeFocused();
    await clerk.keyboard.type('south yard');
    const found = dialog.getByText('HO-1001');
    await found.waitFor();
    await clerk.getByText('a field of your own').first().waitFor();
    await found.click();
    await clerk.waitForURL(/\/document\//);
    const id = Number(new URL(clerk.url()).pathname.split('/').pop());
    const pdf = await (await clerk.request.get(`${stage.base}/api/documents/${id}/searchable.pdf`)).body();
    expect(pdf.toString('latin1')).toContain('<ut:field>works-site</ut:field><ut:value>South yard</ut:value>');
  });
});

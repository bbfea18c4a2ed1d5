import type { Page } from '@playwright/test';
import { expect, test } from './fixtures.js';
import { documentOf, invoicePdf, mailPaper, plainInvoice } from './papers.js';
import { Stage } from './stage.js';

/** The desk as a day uses it: pages, pointing, lines, what is taken back, a page that is wrong, colleagues. */
test.describe('the desk', () => {
  let stage: Stage;
  let clerk: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    clerk = await stage.signIn('nell');
    const wrong = plainInvoice('Mossrigg Tool Hire Ltd', 'MT-4001', 7);
    // Line 4 prints an amount whose digits changed places; the net is right.
    const [line] = wrong.lines.slice(3, 4);
    const swapped = (Number(line.amount) + 2.7).toFixed(2);
    const lines = wrong.lines.map((one, i) => (i === 3 ? { ...one, amount: swapped } : one));
    await mailPaper(stage, 'mossrigg.pdf', await invoicePdf({ ...wrong, lines }));
    const long = plainInvoice('Dapplemere Catering Supplies Ltd', 'DC-9100', 200);
    await mailPaper(stage, 'dapplemere.pdf', await invoicePdf({ ...long, total: (Number(long.total) + 1).toFixed(2) }));
    const total = plainInvoice('Whinstone Telecom Ltd', 'WT-7007', 3);
    await mailPaper(stage, 'whinstone.pdf', await invoicePdf({ ...total, total: (Number(total.total) + 9).toFixed(2) }));
  });
  test.afterAll(() => stage.strike());

  const open = async (page: Page, number: string) => {
    const id = await documentOf(page, stage.base, number);
    await page.goto(`${stage.base}/document/${id}`);
    await page.locator('.foot .main, .held').first().waitFor();
    return id;
  };
  const view = async (id: number) => (await clerk.request.get(`${stage.base}/api/documents/${id}`)).json();
  /** The middle of a word on the page that is shown, in pixels of the window. */
  const placeOf = async (page: Page, id: number, text: string) => {
    const { pages } = await view(id);
    await page.evaluate(() => window.scrollTo(0, 0));
    const word = pages[0].words.find((one: { text: string }) => one.text.includes(text));
    const sheet = await page.locator('umber-page-flow .sheet').first().boundingBox();
    if (!word || !sheet) throw new Error(`no ${text}`);
    const scale = sheet.width / pages[0].width;
    return { x: sheet.x + (word.x + word.width / 2) * scale, y: sheet.y + (word.y + word.height / 2) * scale, scale };
  };

  test('shows all pages as one flow: by strip, keys and search, larger, whole, turned, with text to copy', async () => {
    await open(clerk, 'DC-9100');
    const sheets = clerk.locator('umber-page-flow .sheet');
    const pages = await sheets.count();
    expect(pages).toBeGreaterThan(4);
    const strip = clerk.locator('umber-page-strip button');
    expect(await strip.count()).toBe(pages);
    await strip.nth(3).click();
    await clerk.getByText(`Page 4 of ${pages}`).waitFor();
    await clerk.keyboard.press('PageUp');
    await clerk.getByText(`Page 3 of ${pages}`).waitFor();
    const width = async () => (await sheets.first().boundingBox())!.width;
    const before = await width();
    await clerk.keyboard.press('+');
    await expect.poll(width).toBeGreaterThan(before * 1.2);
    await clerk.keyboard.press('-');
    await clerk.keyboard.press('w');
    await expect.poll(async () => (await sheets.first().boundingBox())!.height).toBeLessThan(720);
    await clerk.keyboard.press('w');
    await clerk.keyboard.press('r');
    await expect.poll(async () => (await sheets.first().boundingBox())!.height).toBeLessThan(before);
    for (let i = 0; i < 3; i++) await clerk.keyboard.press('r');
    await clerk.keyboard.press('f');
    await clerk.getByLabel('Find on the pages').fill('Ballast fork 198');
    await clerk.getByText('1/1').waitFor();
    await clerk.getByLabel('Find on the pages').press('Enter');
    await clerk.getByText(`Page ${pages} of ${pages}`).waitFor();
    await clerk.getByLabel('Find on the pages').press('Escape');
    await clerk.keyboard.press('v');
    await clerk.locator('umber-text-layer span', { hasText: 'Ballast' }).first().waitFor();
    const copied = await clerk.evaluate(() => {
      const range = document.createRange();
      const spans = document.querySelectorAll('umber-text-layer span');
      range.setStartBefore(spans[0]);
      range.setEndAfter(spans[3]);
      getSelection()?.removeAllRanges();
      getSelection()?.addRange(range);
      return getSelection()?.toString() ?? '';
    });
    expect(copied.trim().length).toBeGreaterThan(5);
    await clerk.keyboard.press('v');
  });

  test('zooms to the pointer: what is under it stays there', async () => {
    const id = await open(clerk, 'WT-7007');
    const at = await placeOf(clerk, id, 'WT-7007');
    await clerk.mouse.move(at.x, at.y);
    await clerk.keyboard.down('Control');
    await clerk.mouse.wheel(0, -120);
    await clerk.mouse.wheel(0, -120);
    await clerk.keyboard.up('Control');
    await expect.poll(async () => (await placeOf(clerk, id, 'WT-7007')).scale).toBeGreaterThan(at.scale * 1.2);
    const after = await placeOf(clerk, id, 'WT-7007');
    expect(Math.abs(after.y - at.y)).toBeLessThan(40);
    await clerk.keyboard.press('w');
    await clerk.keyboard.press('w');
  });

  test('a click on what another field holds offers to move it; a field is cleared, brought back, and all is taken back', async () => {
    const id = await open(clerk, 'WT-7007');
    await clerk.locator('umber-loose-fields button', { hasText: 'Reference' }).click();
    await clerk.getByRole('heading', { name: 'Reference' }).waitFor();
    const at = await placeOf(clerk, id, 'WT-7007');
    await clerk.mouse.click(at.x, at.y);
    await clerk.getByText('is held by').waitFor();
    await clerk.getByRole('button', { name: /^Move it to Reference/ }).click();
    await expect.poll(async () => (await view(id)).fields.paymentReference.value).toBe('WT-7007');
    await expect.poll(async () => (await view(id)).fields.invoiceNumber.value).toBeNull();
    expect((await view(id)).fields.paymentReference.pointed).toMatchObject({ page: 1 });
    await clerk.locator('umber-loose-fields button', { hasText: 'Invoice number' }).waitFor();
    await clerk.keyboard.press('t');
    await clerk.getByRole('button', { name: 'Undo this and what came after' }).click();
    await expect.poll(async () => (await view(id)).fields.invoiceNumber.value).toBe('WT-7007');
    expect((await view(id)).fields.paymentReference.value).toBeNull();
    await clerk.keyboard.press('t');
    await clerk.locator('.item button', { hasText: 'Invoice number' }).click();
    await clerk.getByRole('button', { name: 'Not on the page' }).click();
    await expect.poll(async () => (await view(id)).fields.invoiceNumber.value).toBeNull();
    await clerk.keyboard.press('Control+z');
    await expect.poll(async () => (await view(id)).fields.invoiceNumber.value).toBe('WT-7007');
  });

  test('a page that contradicts itself goes on as disputed, with a letter, and the approver sees it first', async () => {
    const id = await open(clerk, 'WT-7007');
    await clerk.getByRole('button', { name: /The page itself is wrong/ }).click();
    const dialog = clerk.getByRole('dialog');
    await dialog.getByText('the 3 lines come to').waitFor();
    expect(await dialog.getByRole('button', { name: /Say what is owed/ }).isDisabled()).toBe(true);
    await clerk.keyboard.press('1');
    await dialog.getByText('will be booked').waitFor();
    await clerk.keyboard.press('Enter');
    const letter = clerk.getByRole('dialog', { name: 'Letter to the supplier' });
    await letter.getByLabel('Text').waitFor();
    expect(await letter.getByLabel('Text').inputValue()).toContain('do not agree');
    await letter.getByRole('button', { name: /^Send/ }).click();
    await letter.waitFor({ state: 'detached' });
    await expect.poll(async () => (await view(id)).letters.length).toBe(1);
    const document = await view(id);
    expect(document.dispute).toMatchObject({ owed: 'lines', by: 'Nell Ashgrove' });
    expect(document.doubts.filter(({ field }: { field: string }) => /Total$|amountDue/.test(field))).toEqual([]);
  });

  test('lines: the row that breaks the sum is named, one key puts it right, and one takes it back', async () => {
    const id = await open(clerk, 'MT-4001');
    await clerk.keyboard.press('l');
    await clerk.getByText(/Line 4 breaks the sum/).waitFor();
    const before = (await view(id)).lines.map(({ cells }: { cells: { netAmount: string } }) => cells.netAmount);
    await clerk.locator('.question').waitFor();
    await clerk.locator('.answers button.first').waitFor();
    await clerk.keyboard.press('1');
    await clerk.getByText('The lines make the net total.').waitFor();
    await clerk.keyboard.press('z');
    await clerk.getByText(/Line 4 breaks the sum/).waitFor();
    expect((await view(id)).lines.map(({ cells }: { cells: { netAmount: string } }) => cells.netAmount)).toEqual(before);
  });

  test('lines: added, split, joined, moved, filled down and pasted, by mouse and by keys', async () => {
    const id = await open(clerk, 'MT-4001');
    await clerk.keyboard.press('l');
    const words = async () => (await view(id)).lines.map(({ cells }: { cells: { description: string | null } }) => cells.description);
    const first = await words();
    await clerk.getByLabel('Line 2 Description').click();
    await clerk.getByRole('button', { name: /^Join up/ }).click();
    await expect.poll(words).toEqual([`${first[0]} ${first[1]}`, ...first.slice(2)]);
    await clerk.getByRole('button', { name: /^Split/ }).click();
    await expect.poll(async () => (await words()).length).toBe(first.length);
    expect((await words()).slice(0, 2)).toEqual(first.slice(0, 2));
    await clerk.getByRole('button', { name: 'Move the line down' }).click();
    await expect.poll(async () => (await words())[0]).toBe(first[1]);
    await clerk.getByLabel('Line 1 Unit').fill('pcs');
    await clerk.getByLabel('Line 1 Unit').press('Enter');
    await expect.poll(async () => (await view(id)).lines[0].cells.unit).toBe('pcs');
    await clerk.getByLabel('Line 1 Unit').click();
    await clerk.keyboard.press('Alt+Shift+ArrowDown');
    await expect.poll(async () => (await view(id)).lines.at(-1).cells.unit).toBe('pcs');
    await clerk.keyboard.press('Escape');
    await clerk.keyboard.press('l');
    await clerk.getByLabel('Line 7 Qty').click();
    await clerk.keyboard.press('Escape');
    await clerk.keyboard.press('i');
    await clerk.getByLabel('Line 8 Qty').click();
    await clerk.getByLabel('Line 8 Qty').evaluate((input) => {
      const data = new DataTransfer();
      data.setData('text/plain', '3\tbox\t2.00\t6.00\n1\tbox\t4,50\t4,50');
      input.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
    });
    await expect.poll(async () => (await view(id)).lines.length).toBe(9);
    expect((await view(id)).lines[8].cells).toMatchObject({ quantity: '1', unit: 'box', unitPrice: '4.5', netAmount: '4.50' });
    const { steps } = await view(id);
    await clerk.keyboard.press('Escape');
    for (let i = 0; i < steps.length; i++) {
      await clerk.getByRole('button', { name: /^Undo/ }).click();
      await expect.poll(async () => (await view(id)).steps.length).toBe(steps.length - i - 1);
    }
    expect(await words()).toEqual(first);
  });

  test('lines: a column is given another name over the page, and a border is dragged; all pages are read again by them', async () => {
    const id = await open(clerk, 'DC-9100');
    await clerk.keyboard.press('l');
    await clerk.locator('umber-lines-view .row.line').first().waitFor();
    await clerk.keyboard.press('u');
    const price = clerk.locator('umber-column-borders select').filter({ has: clerk.locator('option:checked', { hasText: 'Price' }) });
    await price.first().selectOption({ label: 'skip' });
    await expect
      .poll(
        async () => (await view(id)).lines.filter(({ cells }: { cells: { unitPrice: string | null } }) => cells.unitPrice !== null).length,
      )
      .toBe(0);
    expect((await view(id)).lines.length).toBe(200);
    await clerk.keyboard.press('Control+z');
    await expect.poll(async () => (await view(id)).lines[199].cells.unitPrice).not.toBeNull();
    const border = clerk.locator('umber-column-borders .border').nth(1);
    const box = await border.boundingBox();
    if (!box) throw new Error('no border');
    const at = (await clerk.locator('umber-column-borders .part').first().boundingBox())!.y + 40;
    await clerk.mouse.move(box.x + 6, Math.max(at, 200));
    await clerk.mouse.down();
    await clerk.mouse.move(box.x - 30, Math.max(at, 200), { steps: 5 });
    await clerk.mouse.up();
    await expect.poll(async () => (await view(id)).steps.length).toBe(1);
    expect((await view(id)).lines).toHaveLength(200);
  });

  test('two hundred lines are drawn as far as the screen reaches, and any is reached', async () => {
    await open(clerk, 'DC-9100');
    await clerk.keyboard.press('l');
    await clerk
      .getByText(/of 200$/)
      .first()
      .waitFor();
    expect(await clerk.locator('.row.line').count()).toBeLessThan(80);
    await clerk.evaluate(() => window.scrollTo(0, document.documentElement.scrollHeight));
    await clerk.getByLabel('Line 200 Net').waitFor();
    expect(await clerk.locator('.row.line').count()).toBeLessThan(80);
  });

  test('a colleague who comes is told who has the document, changes nothing, and may take it over', async () => {
    const id = await open(clerk, 'MT-4001');
    const other = await stage.signIn('ruth');
    await other.goto(`${stage.base}/document/${id}`);
    await other.getByText('Nell Ashgrove has it since').waitFor();
    const before = (await view(id)).version;
    await other.keyboard.press('Enter');
    expect(await other.getByRole('button', { name: /doubts?/ }).count()).toBe(0);
    expect((await view(id)).version).toBe(before);
    await other.getByRole('button', { name: /^Take over/ }).click();
    await other.locator('.foot .main').waitFor();
    await clerk.getByText('Ruth Denholm has it since').waitFor();
    expect(await clerk.locator('.foot .main').count()).toBe(0);
    await other.close();
    await clerk.locator('.foot .main').waitFor();
  });

  test('notes, tags and handing over by one key; they stand above the document', async () => {
    const id = await open(clerk, 'MT-4001');
    await clerk.keyboard.press('h');
    const dialog = clerk.getByRole('dialog', { name: 'Around this document' });
    await dialog.getByLabel('Note to whoever looks at it next').fill('They will send a credit note');
    await dialog.getByRole('button', { name: 'Keep the note' }).click();
    await dialog.getByText('They will send a credit note').waitFor();
    await dialog.getByLabel('New tag').fill('workshop');
    await dialog.getByLabel('New tag').press('Enter');
    await dialog.getByText('workshop').waitFor();
    await dialog.getByLabel('Colleague').selectOption({ label: 'Ruth Denholm' });
    await dialog.getByRole('button', { name: 'Hand over' }).click();
    await expect.poll(async () => (await view(id)).handed?.to).toBe('Ruth Denholm');
    await clerk.keyboard.press('Escape');
    await dialog.waitFor({ state: 'detached' });
    await clerk.locator('umber-around-bar', { hasText: 'Handed to Ruth Denholm' }).waitFor();
    await clerk.keyboard.press('Escape');
    await clerk.locator('tbody tr', { hasText: 'for Ruth Denholm' }).waitFor();
  });

  test('one key searches everything from any screen, by number, amount and words', async () => {
    const id = await documentOf(clerk, stage.base, 'MT-4001');
    for (const [where, what] of [
      ['/ledger', 'MT-4001'],
      ['/suppliers', 'mossrigg tool'],
      ['/sweep', 'Signal lamp 4'],
    ]) {
      await clerk.goto(stage.base + where);
      await clerk.getByRole('heading').first().waitFor();
      await clerk.keyboard.press('/');
      await clerk.getByRole('searchbox', { name: 'Search all documents' }).fill(what);
      const hit = clerk.locator('umber-search-box li', { hasText: 'MT-4001' }).first();
      await hit.waitFor();
      if (where === '/ledger') await clerk.keyboard.press('Enter');
      else await hit.getByRole('link').click();
      await clerk.waitForURL(new RegExp(`/document/`));
    }
    expect(await clerk.evaluate(() => location.pathname)).toBe(`/document/${id}`);
  });
});

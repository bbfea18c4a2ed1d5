import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from './fixtures.js';
import { drawInvoice, invoiceOfOrder } from '@umber/demo/drawing';
import { scenarioOrders } from '@umber/demo/scenario';
import { letScannerFeed, Stage } from './stage.js';

const TODAY = '2026-11-23';
const invoice = (nth: number, serial: number) => drawInvoice(invoiceOfOrder(scenarioOrders(TODAY)[nth], '2026-11-10', serial, {}));

test.describe('what comes in', () => {
  let stage: Stage;
  test.beforeAll(async () => {
    stage = await Stage.raise();
  });
  test.afterAll(() => stage.strike());

  test('can be brought by hand, is seen step by step, and found again by its words', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.goto(`${stage.base}/tray/arriving`);
    await clerk.getByText('Nothing has come yet.').waitFor();
    await clerk.getByLabel('Files to bring in').setInputFiles([
      { name: 'brought-one.pdf', mimeType: 'application/pdf', buffer: await invoice(0, 41) },
      { name: 'brought-two.pdf', mimeType: 'application/pdf', buffer: await invoice(1, 42) },
      { name: 'empty.pdf', mimeType: 'application/pdf', buffer: Buffer.alloc(0) },
    ]);
    await clerk.getByText('The file is empty.').waitFor();
    await clerk.getByRole('option', { name: /brought-one\.pdf/ }).click();
    const panel = clerk.getByRole('region', { name: 'The chosen arrival' });
    await panel.getByRole('heading', { name: 'brought-one.pdf' }).waitFor();
    for (const step of ['Kept', 'Opened', 'Words found', 'Separated', 'Read', 'Checked'])
      await panel.getByText(step, { exact: true }).waitFor({ timeout: 240_000 });
    await clerk.getByLabel('Find an arrival').fill('brought two');
    await clerk.waitForFunction(() => document.querySelectorAll('[role="option"]').length === 1);
    await clerk.getByRole('option', { name: /brought-two\.pdf/ }).waitFor();
    await clerk.getByLabel('Find an arrival').fill('nothing like it');
    await clerk.getByText('Nothing that came has these words.').waitFor();
    await panel.waitFor({ state: 'detached' });
  });

  test('follows rules that a clerk writes as sentences', async () => {
    const clerk = await stage.signIn('nell');
    await clerk.getByRole('link', { name: 'Sources' }).click();
    const upload = clerk.getByRole('region', { name: 'Uploaded by hand' });
    await upload.getByText('No rule: what comes is read as an invoice.').waitFor();
    await upload.getByRole('button', { name: 'Add a rule' }).click();
    await upload.getByRole('button', { name: 'Save the rule' }).click();
    await upload.getByRole('alert').getByText('Say what the rule shall look for.').waitFor();
    await upload.getByLabel('What the rule looks at').selectOption({ label: 'the file’s name' });
    await upload.getByLabel('Words to look for').fill('catalogue');
    await upload.getByLabel('What is done').selectOption({ label: 'turn it away, because' });
    await upload.getByLabel('the reason').fill('advertising');
    await upload.getByRole('button', { name: 'Save the rule' }).click();
    await upload.getByText('When the file’s name contains “catalogue”, turn it away: advertising.').waitFor();
    // A clerk writes rules, but does not change where things come from.
    expect(await clerk.getByRole('button', { name: 'Add a mailbox' }).count()).toBe(0);
    await clerk.goto(`${stage.base}/tray/arriving`);
    await clerk
      .getByLabel('Files to bring in')
      .setInputFiles([{ name: 'Spring catalogue.pdf', mimeType: 'application/pdf', buffer: await invoice(2, 43) }]);
    const arrival = clerk.getByRole('option', { name: /Spring catalogue\.pdf/ });
    await arrival.getByText('turned away by a rule').waitFor({ timeout: 240_000 });

    // The rule was too hasty: the clerk sends it to be read, and it goes where an invoice goes.
    await arrival.click();
    const panel = clerk.getByRole('region', { name: 'The chosen arrival' });
    await panel.getByRole('button', { name: 'Check', exact: true }).click();
    await panel.getByText('Read', { exact: true }).waitFor({ timeout: 240_000 });
    await arrival.getByText('turned away by a rule').waitFor({ state: 'detached', timeout: 240_000 });
    await arrival.getByText(/^(Match|Sign-off|Post) ·/).waitFor({ timeout: 240_000 });
  });

  test('can be a folder that an administrator names, and a mistake in it is said', async () => {
    const administrator = await stage.signIn('sol');
    await administrator.getByRole('link', { name: 'Sources' }).click();
    await administrator.getByRole('button', { name: 'Add a folder' }).click();
    await administrator.getByLabel('Name', { exact: true }).fill('Workshop scans');
    await administrator.getByLabel('Folder on the server').fill('scans');
    await administrator.getByRole('button', { name: 'Save' }).click();
    await administrator.getByRole('alert').getByText('Give the whole path, beginning with “/”.').waitFor();
    await administrator.getByLabel('Folder on the server').fill('/etc');
    await administrator.getByRole('button', { name: 'Save' }).click();
    await administrator
      .getByRole('alert')
      .getByText(/Only folders below these are used/)
      .waitFor();
    await administrator.getByLabel('Folder on the server').fill(join(tmpdir(), 'nowhere/at/all'));
    await administrator.getByRole('button', { name: 'Save' }).click();
    const scans = administrator.getByRole('region', { name: 'Workshop scans' });
    await scans.getByRole('button', { name: 'Try now' }).click();
    await scans
      .getByRole('status')
      .getByText(/There is no folder/)
      .waitFor();
  });

  test('from a copier that writes to a folder is cut at its separator sheets', async () => {
    const clerk = await stage.signIn('nell');
    await letScannerFeed(clerk, { Goes: 'to its folder' }, true);
    await clerk.goto(`${stage.base}/tray/arriving`);
    await clerk.getByRole('option', { name: /scan-\d+\.pdf/ }).click({ timeout: 240_000 });
    await clerk.getByRole('link', { name: /\d+ pages, 2 documents/ }).click({ timeout: 240_000 });
    await clerk.locator('section.group:not(.aside)').nth(1).waitFor();
    await clerk.locator('section.group:not(.aside)').nth(1).locator('.sheet').first().click();
    await clerk.getByText(/a separator sheet lies before it/).waitFor();
  });
});

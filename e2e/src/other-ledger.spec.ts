import { expect, test, type Page } from '@playwright/test';
import { Stage } from './stage.js';

/** Entries handed to another ledger, kept files and programs that are told, as those who look after them see it. */
test.describe('what goes out by itself', () => {
  let stage: Stage;
  let controller: Page;
  test.beforeAll(async () => {
    stage = await Stage.raise();
    controller = await stage.signIn('ruth');
  });
  test.afterAll(() => stage.strike());

  test('an entry that stopped goes on once its code is named, and once what was refused is mended', async () => {
    await controller.goto(`${stage.base}/ledger`);
    await controller.getByRole('tab', { name: /Other ledger/ }).click();
    const stopped = controller.getByRole('table', { name: 'Stopped entries' });
    await expect(stopped).toContainText('Account 5340 has no name there.');
    await expect(stopped).toContainText('There is no account GROUNDS.', { timeout: 60_000 });
    await controller.getByLabel('5340 there').fill('534000');
    await controller.keyboard.press('Tab');
    await expect(stopped).not.toContainText('5340');
    await controller.getByLabel('5320 there').fill('532000');
    await controller.keyboard.press('Tab');
    const again = controller.getByRole('button', { name: /^Hand on again: entry/ });
    await expect(again.first()).toBeVisible();
    while ((await again.count()) > 0) {
      const name = await again.first().getAttribute('aria-label');
      await again.first().click();
      await expect(controller.getByRole('button', { name: name ?? '', exact: true })).toHaveCount(0);
    }
    await expect(controller.getByText(/0 stopped, 0 on their way/)).toBeVisible({ timeout: 60_000 });
    await expect(controller.getByRole('table', { name: 'Batches' })).toContainText('taken');
  });

  test('an auditor sees it all and changes nothing', async () => {
    const auditor = await stage.signIn('wyn');
    await auditor.goto(`${stage.base}/ledger`);
    await auditor.getByRole('tab', { name: /Other ledger/ }).click();
    await expect(auditor.getByRole('table', { name: 'Codes' })).toContainText('501000');
    await expect(auditor.getByRole('table', { name: 'Codes' }).getByRole('textbox')).toHaveCount(0);
    await expect(auditor.getByRole('checkbox')).toBeDisabled();
    await auditor.context().close();
  });

  test('an administrator sees names as they are typed, and is told of an address or folder out of reach', async () => {
    const administrator = await stage.signIn('sol');
    await administrator.goto(`${stage.base}/sources`);
    await administrator.getByLabel('Called').fill('{year}/{suplier}');
    await expect(administrator.getByText('There is no field “suplier”.')).toBeVisible();
    await administrator.getByLabel('Called').fill('{year}/{supplier}/{number|id}');
    await expect(administrator.getByText('There is no field')).toHaveCount(0);
    await administrator.getByLabel('Kept in').fill('/etc');
    await administrator.getByRole('button', { name: 'Keep them there' }).click();
    await expect(administrator.getByText(/Only folders below these are used/)).toBeVisible();
    await administrator.getByLabel('Address that is told').fill('http://127.0.0.1:9/');
    await administrator.getByRole('button', { name: 'Add the address' }).click();
    await expect(administrator.getByText(/Nothing is asked of this machine itself/)).toBeVisible();
    await administrator.getByLabel('Address that is told').fill('https://books.example/told');
    await administrator.getByLabel('approved').check();
    await administrator.getByRole('button', { name: 'Add the address' }).click();
    await expect(administrator.getByText(/whsec_/)).toBeVisible();
    await administrator.getByRole('button', { name: 'Take away https://books.example/told' }).click();
    await expect(administrator.getByRole('table', { name: 'Programs that are told' })).toHaveCount(0);
    await administrator.context().close();
  });
});

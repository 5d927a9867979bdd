import { expect, test } from '@playwright/test';
import { expectNothingFound } from './axe';
import { serve, type Running } from './serve';
import { follow } from './settled';

let running: Running;
test.beforeAll(async () => {
  running = await serve({ sample: false });
});
test.afterAll(() => running.stop());

test('a new installation begins from a ready-made site by keyboard, and its made-up content goes and comes back', async ({
  page,
}) => {
  const word = /[a-z0-9]{4}(?:-[a-z0-9]{4}){3}/.exec(running.said)?.[0] ?? '';
  await page.request.post(`${running.address}/api/v1/set-up`, {
    headers: { Origin: running.address },
    data: {
      site: 'Tallowby',
      locale: 'en-GB',
      timeZone: 'Europe/London',
      name: 'Odile Larkmoor',
      email: 'odile@quillwater.example',
      password: 'a long enough one',
      word,
    },
  });
  follow(page);
  await page.goto(`${running.address}/bench`);
  await expect(page.getByRole('heading', { name: 'What will your site be made of?' })).toBeVisible();
  const steps = page.getByRole('complementary', { name: 'In the order of the job' });
  await expect(steps.getByText('Still to do.')).toHaveCount(6);
  for (const colorScheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme });
    await expectNothingFound(page);
  }
  await page.getByRole('button', { name: /^Collection of things/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Collection of things is here' })).toBeVisible();
  await expect(steps.getByText('Still to do.')).toHaveCount(1);

  const visitor = await page.context().newPage();
  await visitor.goto(`${running.address}/objects`);
  await visitor.getByRole('link', { name: /^Night kites/ }).click();
  await visitor.getByRole('link', { name: 'Owl' }).click();
  await expect(visitor.getByRole('heading', { level: 1, name: 'Owl' })).toBeVisible();
  await visitor.goto(`${running.address}/families/cellular-kites`);
  await expect(visitor.getByText('Box of eight')).toBeVisible();

  await expect(page.getByText(/19 entries, 9 pictures and 10 categories/)).toBeVisible();
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(page.getByRole('heading', { name: 'This site has begun' })).toBeVisible();
  await visitor.goto(`${running.address}/objects`);
  await expect(visitor.getByText('Owl')).toHaveCount(0);
  await expect(visitor.getByRole('heading', { level: 1, name: 'Objects' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'Collection of things is here' })).toBeVisible();
  await visitor.reload();
  await expect(visitor.getByRole('link', { name: 'Owl' })).toBeVisible();

  await steps.getByRole('button', { name: 'Put it away' }).click();
  await expect(steps.getByText('The list was put away.')).toBeVisible();
  await page.reload();
  await expect(steps.getByText('The list was put away.')).toBeVisible();
});

import { test, type Page } from '@playwright/test';
import { expectNothingFound } from '../axe';
import { signedIn } from '../people';
import { serve, type Running } from '../serve';
import type { Screen } from './screen';

/** Each screen is a test of its own: one that is slow or wrong takes nothing from the others. */
export function lookAtEach(screens: readonly Screen[]): void {
  let running: Running;
  let page: Page;
  test.beforeAll(async ({ browser }) => {
    running = await serve();
    ({ page } = await signedIn(browser, running.address, 'architect', 'file'));
  });
  test.afterAll(() => running.stop());
  for (const { name, coloured, open } of screens)
    test(`axe finds nothing: ${name}`, async () => {
      await page.emulateMedia({ colorScheme: 'light' });
      await open(page);
      await expectNothingFound(page);
      if (!coloured) return;
      await page.emulateMedia({ colorScheme: 'dark' });
      await expectNothingFound(page, 'colours');
    });
}

import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';
import { settled } from './settled';

/** Half way from one colour to another nothing has the contrast it will have: what changes is let come to its end. */
const changed = (page: Page) =>
  page.evaluate(async () => {
    const changing = document.getAnimations().filter((one) => one instanceof CSSTransition);
    await Promise.allSettled(changing.map(({ finished }) => finished));
  });

/** In the dark only colours differ, so only they are looked at again. */
export async function expectNothingFound(page: Page, only: 'all' | 'colours' = 'all'): Promise<void> {
  await settled(page);
  await changed(page);
  const runOnly =
    only === 'colours'
      ? { type: 'rule' as const, values: ['color-contrast'] }
      : {
          type: 'tag' as const,
          values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
        };
  // Only what is wrong is asked for: to tell of all that is right takes axe longer than to look. And it
  // tells of the frames, which are all of the same origin, by itself; a blank page to do so takes it four times as long.
  const { violations } = await new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ runOnly, resultTypes: ['violations'], preload: false })
    .analyze();
  // The grips between two panels stand between landmarks, and are no content.
  const found = violations
    .map(({ id, nodes }) => ({
      id,
      nodes: nodes.filter(({ html }) => id !== 'region' || !html.includes('role="separator"')),
    }))
    .filter(({ nodes }) => nodes.length > 0);
  expect
    .soft(
      found.map(({ id, nodes }) => ({
        id,
        at: nodes
          .slice(0, 3)
          .map(({ html, failureSummary }) => `${html.slice(0, 200)} ${failureSummary ?? ''}`),
      })),
    )
    .toEqual([]);
}

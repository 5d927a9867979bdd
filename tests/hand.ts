import { expect, type Locator, type Page } from '@playwright/test';

/** How somebody works: with the mouse, or with the keyboard alone. */
export interface Hand {
  press(what: Locator): Promise<void>;
  type(box: Locator, text: string): Promise<void>;
  /** Chooses from a list that opens. */
  choose(from: Locator, option: string | RegExp): Promise<void>;
}

export const withMouse = (page: Page): Hand => ({
  press: (what) => what.click(),
  async type(box, text) {
    await box.click();
    await box.fill(text);
  },
  async choose(from, option) {
    await from.click();
    await page.getByRole('option', { name: option }).first().click();
  },
});

/** The most steps that a list is walked to find something in it. */
const FAR = 80;

export const withKeyboard = (page: Page): Hand => ({
  async press(what) {
    // What is drawn anew as its data come loses the focus.
    await expect(async () => {
      await what.focus();
      await expect(what).toBeFocused({ timeout: 500 });
    }).toPass();
    const toggles = (await what.getAttribute('type')) ?? '';
    await page.keyboard.press(toggles === 'checkbox' || toggles === 'radio' ? 'Space' : 'Enter');
  },
  async type(box, text) {
    await box.focus();
    await page.keyboard.press('ControlOrMeta+A');
    await page.keyboard.type(text);
  },
  async choose(from, option) {
    await from.focus();
    await page.keyboard.press(
      (await from.evaluate((box) => box.tagName)) === 'INPUT' ? 'ArrowDown' : 'Enter',
    );
    const wanted = page.getByRole('option', { name: option }).first();
    await expect(wanted).toBeVisible();
    // Either the option itself has the focus, or the box tells which one is at hand.
    const isAt = () =>
      wanted.evaluate(
        (one) =>
          one === document.activeElement ||
          document.activeElement?.getAttribute('aria-activedescendant') === one.id,
      );
    // What is offered may still be coming while the list is walked, and is walked from its top then.
    await expect(async () => {
      for (let step = 0; step < FAR && !(await isAt()); step += 1) await page.keyboard.press('ArrowDown');
      expect(await isAt()).toBe(true);
    }).toPass();
    await page.keyboard.press('Enter');
  },
});

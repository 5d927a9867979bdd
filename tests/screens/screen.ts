import type { Page } from '@playwright/test';

/** A screen of the workspaces, and the way to it. */
export interface Screen {
  name: string;
  /** Colours stand on it that stand on few others, so it is looked at in the dark too. */
  coloured?: true;
  open(page: Page): Promise<void>;
}

import type { SettingSource } from '../core/model/settings';

/** Where a setting comes from, in words. */
export const settingSourceWords: Record<SettingSource, string> = {
  standard: 'the built-in default',
  site: 'the site',
  type: 'the type',
  listing: 'the listing',
  page: 'this page',
};

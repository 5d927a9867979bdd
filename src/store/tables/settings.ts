import { key, table, text } from './table';

/** What the installation remembers of itself. */
export const settings = table('settings', {
  key: key(text),
  value: text,
});

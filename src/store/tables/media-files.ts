import type { MediaSort } from '../../core/content/known';
import { integer, key, textOf, orNull, table, text } from './table';

/** The file that each medium is now, which lies beside the database. Derived from what is said of it, where that names one. */
export const mediaFiles = table('media_files', {
  record: key(integer),
  sort: textOf<MediaSort>(),
  file: text,
  mime: text,
  bytes: integer,
  width: orNull(integer),
  height: orNull(integer),
  hash: text,
});

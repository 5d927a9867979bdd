import type { MediaSort } from '../../core/content/known';
import { integer, key, textOf, orNull, table, text } from './table';

/** Every file that each medium ever was, as it came: which of them it is now, its words say. */
export const mediaOriginals = table('media_originals', {
  record: key(integer),
  file: key(text),
  sort: textOf<MediaSort>(),
  mime: text,
  bytes: integer,
  width: orNull(integer),
  height: orNull(integer),
  hash: text,
});

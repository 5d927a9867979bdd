import type { SeenOwn, SeenPage } from '../../../../contract/pages';
import type { Pointed } from '../visitor-preview';

/**
 * Where what was pointed at on a visitor's page is written or arranged: the entry of a listing, the block, or
 * what the page itself is of.
 */
export function targetOf(
  { field, entry, block }: Pointed,
  {
    own,
    blocks,
    page,
  }: Pick<SeenPage, 'blocks' | 'page'> & { own: Pick<SeenOwn, 'sort' | 'id'> | undefined },
): string | undefined {
  const at = field === undefined ? '' : `?field=${encodeURIComponent(field)}`;
  // What a listing shows may be an entry, a page or a medium.
  if (entry !== undefined) return `/bench/open/${entry}${at}`;
  if (block !== undefined)
    return `/bench/arrange/${blocks[block] ?? page}?block=${encodeURIComponent(block)}`;
  return (
    own && (own.sort === 'entry' ? `/bench/write/entry/${own.id}${at}` : `/bench/arrange/${own.id}${at}`)
  );
}

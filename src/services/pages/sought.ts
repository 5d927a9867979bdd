import { parseSought, soughtAsMatch } from '../../core/content/sought-words';
import type { PagesSought } from '../../store/pages';

/**
 * What is sought of pages: words in their titles; with a slash first, addresses that begin so. Nothing where
 * there is no word to look for.
 */
export function pagesAsked(q: string): PagesSought | undefined {
  if (q.startsWith('/')) return { begins: q };
  return soughtAsMatch(parseSought(q)) === '' ? undefined : { words: q };
}

import type { ShownAnswer } from '../../core/content/states';
import { everyEntry } from '../../core/mapping/rule/listing-rule';
import { isEntrySource, isPageSource, type SourceType } from '../../core/mapping/rule/sources';
import type { Shown } from '../../store/queries/table-query';
import type { Installation } from '../runtime/installation';
import { shownCondition } from './shown-on';

/**
 * What a table asks where things of a type are wanted that visitors see somewhere, or nowhere: a page is seen where it
 * stands, a medium where anything refers to it.
 */
export async function shownAsked(
  installation: Installation,
  type: SourceType,
  shown: ShownAnswer,
): Promise<Shown> {
  const somewhere = shown === 'somewhere';
  if (isPageSource(type)) return { somewhere, where: everyEntry, referredBy: 'pages' };
  return isEntrySource(type)
    ? { somewhere, where: await shownCondition(installation, type), referredBy: 'pages' }
    : { somewhere, where: { any: [] }, referredBy: 'anything' };
}

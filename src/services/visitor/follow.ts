import type { Id } from '../../core/ids';
import { eventFields } from '../../core/mapping/event-fields';
import { isEntrySource, Sources } from '../../core/mapping/rule/sources';
import { resolveSetting, type Layers } from '../../core/model/settings';
import { feedsOf } from '../../core/site/address';
import type { VisitorPage } from '../../core/site/visitor-page';
import type { Installation } from '../runtime/installation';

/**
 * How a list can be followed from an address (with the query that says what was chosen of it): its feeds, and a calendar
 * where what it takes happens on days.
 */
export function feedsAt(
  { model }: Pick<Installation, 'model'>,
  from: readonly Id[],
  layers: Layers,
  address: string,
  query = '',
): Pick<VisitorPage, 'feeds'> {
  const { atom, json, ics } = feedsOf(address);
  const happens = Sources.of(model, from).types.some((type) => isEntrySource(type) && eventFields(type));
  return {
    feeds: {
      atom: `${atom}${query}`,
      json: `${json}${query}`,
      ...(happens ? { ics: `${ics}${query}` } : {}),
      ...(resolveSetting('feedGives', layers).value === 'full' ? { full: true } : {}),
    },
  };
}

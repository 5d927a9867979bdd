import type { ListingRule } from '../mapping/rule/listing-rule';
import type { FaceContent } from '../mapping/face';
import type { ContentType, ModelDocument } from '../model/document';
import { resolveSetting, type Layers, type SettingsLayer } from '../model/settings';

const yes = (
  key: 'showTitle' | 'showHeading' | 'showDates' | 'showAuthor' | 'showVisits' | 'showLink',
  layers: Layers,
): boolean => resolveSetting(key, layers).value === 'yes';

/** What is shown of a page's own face, where its settings say whether title and dates are shown. */
export function pageBySettings(face: FaceContent, layers: Layers): FaceContent {
  const { heading, ...rest } = itemBySettings(face, layers);
  return heading && yes('showTitle', layers) ? { ...rest, heading } : rest;
}

/**
 * The layers under which a listing stands: of a type, where all it takes is of one, and of the page on which
 * it is drawn, where there is one.
 */
export const listingLayers = (
  { settings }: Pick<ModelDocument, 'settings'>,
  type: Pick<ContentType, 'settings'> | undefined,
  rule: Pick<ListingRule, 'settings'>,
  page?: SettingsLayer,
): Layers => [
  { source: 'site', layer: settings },
  { source: 'type', layer: type?.settings },
  { source: 'listing', layer: rule.settings },
  ...(page ? [{ source: 'page' as const, layer: page }] : []),
];

/**
 * What is shown of one item of a listing: its heading names it and always stands, its dates where the
 * settings show them.
 */
export function itemBySettings(face: FaceContent, layers: Layers): FaceContent {
  const { date, ...rest } = face;
  return date && yes('showDates', layers) ? { ...rest, date } : rest;
}

/** What is shown beside the items of a listing: who published each, how often its page was read. */
export const bylineBySettings = (layers: Layers): { showAuthor: boolean; showVisits: boolean } => ({
  showAuthor: yes('showAuthor', layers),
  showVisits: yes('showVisits', layers),
});

/** Whether a listing leads on to its full list. */
export const leadsOnBySettings = (layers: Layers): boolean => yes('showLink', layers);

/** The heading over a listing, where the settings show it. */
export const headingBySettings = ({ heading }: Pick<ListingRule, 'heading'>, layers: Layers): string =>
  yes('showHeading', layers) ? heading : '';

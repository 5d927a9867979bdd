import type { LocalizedValues } from '../content/localized-values';
import type { CompiledType } from '../model/compile';
import type { ContentType, PageType } from '../model/document';
import type { Id } from '../ids';
import type { Drawing, ShownMedia } from './face';
import { mapToFace } from './map';
import type { PartKey } from './parts';

/** What somebody said of how a page is found and shared; what is left out is told as the page tells it itself. */
export interface FoundSaid {
  title?: string;
  description?: string;
  cardTitle?: string;
  cardWords?: string;
  cardPicture?: ShownMedia;
  /** Where it stands first: a path on the site, or a whole address elsewhere. */
  address?: string;
  /** Whether search engines are asked to leave it out. */
  hidden?: true;
}

/**
 * What an entry or page says of how it is found and shared, by the mapping of its type and in the language of the drawing:
 * of each part the first field with a value. Nothing where nobody said anything.
 */
export function foundSaid(
  type: CompiledType<ContentType> | CompiledType<PageType>,
  localized: LocalizedValues,
  drawing: Drawing,
): { found?: FoundSaid } {
  const mapping = type.definition.found ?? {};
  const first = (part: PartKey, fields: readonly Id[] | undefined) =>
    fields &&
    mapToFace({ [part]: [fields.map((field) => ({ field }))] }, type, localized, drawing)[part]?.[0];
  const words = (fields: readonly Id[] | undefined) =>
    first('summary', fields)?.words.replace(/\s+/g, ' ').trim();
  const picture = first('picture', mapping.cardPicture)?.media;
  const said: FoundSaid = {};
  for (const part of ['title', 'description', 'cardTitle', 'cardWords'] as const) {
    const each = words(mapping[part]);
    if (each) said[part] = each;
  }
  if (picture?.sort === 'picture') said.cardPicture = picture;
  const address = first('button', mapping.address)?.href;
  if (address && /^(?:\/|https?:)/.test(address)) said.address = address.replace(/#.*$/, '');
  const isHidden = (mapping.hidden ?? [])
    .map((id) => localized.values[id])
    .find((each) => each !== undefined);
  if (isHidden === true) said.hidden = true;
  return Object.keys(said).length > 0 ? { found: said } : {};
}

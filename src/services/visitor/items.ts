import { referencesInLocalized } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import type { Item } from '../../core/mapping/arrangement/arrange';
import { mapToFace } from '../../core/mapping/map';
import type { SourceType } from '../../core/mapping/rule/sources';
import type { SettingsLayer } from '../../core/model/settings';
import { bylineBySettings, itemBySettings, listingLayers } from '../../core/site/shown-by-settings';
import type { BranchVersion } from '../../store/queries/listing-query';
import { publishersAmong } from '../../store/records';
import { visitsAmong } from '../../store/visits';
import type { Installation } from '../runtime/installation';
import { entryBody } from '../records/bodies';
import { drawingOf } from '../records/known';
import type { Source } from '../listings/sources';

/** What a listing shows of one of its entries or pages: its face, and what the settings show beside it. */
export interface DrawnItem extends Item {
  type: SourceType;
}

/** Maps versions of several sources to the faces of a listing, in a language, on a page with settings of its own. */
export async function drawItems(
  installation: Installation,
  sources: readonly Source[],
  versions: readonly BranchVersion[],
  language?: string,
  page?: SettingsLayer,
): Promise<DrawnItem[]> {
  const entries = versions.flatMap(({ uuid, body, branch }) => {
    const source = sources[branch];
    return source
      ? [
          {
            id: uuid,
            localized: entryBody(body),
            ...source,
            layers: listingLayers(installation.model.document, source.type.definition, source.rule, page),
          },
        ]
      : [];
  });
  const drawing = await drawingOf(
    installation.content,
    installation,
    entries.flatMap(({ localized, type }) => referencesInLocalized(type.fields, localized)),
    language,
  );
  const idsWith = (key: 'showAuthor' | 'showVisits'): Id[] =>
    entries.flatMap(({ id, layers }) => (bylineBySettings(layers)[key] ? [id] : []));
  const [authored, visited] = [idsWith('showAuthor'), idsWith('showVisits')];
  const [authors, visits] = await Promise.all([
    authored.length > 0
      ? publishersAmong(installation.content, authored, installation.now())
      : new Map<Id, string>(),
    visited.length > 0 ? visitsAmong(installation.sessions, visited) : new Map<Id, number>(),
  ]);
  return entries.map(({ id, localized, type, rule, layers }) => {
    const author = authors.get(id);
    const byline = {
      ...(author === undefined ? {} : { author }),
      ...(visited.includes(id) ? { visits: visits.get(id) ?? 0 } : {}),
    };
    return {
      id,
      type,
      face: itemBySettings(mapToFace(rule.mapping, type, localized, drawing), layers),
      ...(Object.keys(byline).length > 0 ? { byline } : {}),
    };
  });
}

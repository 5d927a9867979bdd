import type { EarlierSources } from '../../contract/entries';
import { markOf, olderIn } from '../../core/content/translation-sources';
import { serializeValues, type Values } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { versionsOf } from '../../store/versions';
import { entryBody } from '../records/bodies';
import { carriedBody } from '../records/carry';
import type { Installation } from '../runtime/installation';
import { needEntry, typeOfEntry } from './answer';

/** How far back what the main language said is sought. */
const LOOKED_BACK = 300;

/** What the main language said when translations into a language were written that are older now: so far as it is still kept. */
export async function earlierSources(
  installation: Installation,
  id: Id,
  locale: string,
): Promise<EarlierSources> {
  const { content, model } = installation;
  const record = await needEntry(content, id);
  const type = typeOfEntry(installation, record);
  const body = entryBody(record.body);
  const wanted = new Set(olderIn(type.fields, body, locale));
  const found: Values = {};
  const versions =
    wanted.size === 0 ? [] : await versionsOf(content, record.id, { before: 0, most: LOOKED_BACK });
  for (const version of versions) {
    const { values } = entryBody(carriedBody(model, record, version.body));
    for (const field of wanted) {
      const value = values[field];
      if (value === undefined || markOf(value) !== body.sources?.[locale]?.[field]) continue;
      found[field] = value;
      wanted.delete(field);
    }
    if (wanted.size === 0) break;
  }
  const told = type.fields.filter(({ id: field }) => found[field] !== undefined);
  return { values: serializeValues(told, found, model.locale) };
}

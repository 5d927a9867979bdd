import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import type { VisitorPage } from '../../core/site/visitor-page';
import { recordByUuid } from '../../store/records';
import { addressToBe, entryHomes, entryPlaces } from '../entries/addresses';
import { entryBody, pageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';
import { gather } from './gather';

/**
 * The own page of an entry as visitors would see it if its working version were published now; nothing where it is not there,
 * or no page shows entries of its type.
 */
export async function entryPreview(
  installation: Installation,
  id: Id,
  language?: string,
): Promise<{ page: VisitorPage; home: { record: number; uuid: Id; site: number } } | undefined> {
  const { content, model } = installation;
  const record = await recordByUuid(content, id, 'entry');
  const type = model.contentType(record?.type ?? '');
  const home = type && (await entryHomes(content, installation)).get(type.id);
  const pageType = model.pageType(home?.page.type ?? '');
  if (!record || record.binnedAt !== null || !home || !pageType) return undefined;
  const localized = entryBody(record.body);
  const address =
    (await entryPlaces(content, installation, [{ id, type: type.id }])).get(id) ??
    (await addressToBe(content, installation, type, localized.values)) ??
    home.page.address;
  const entry = {
    id,
    type,
    localized,
    title: titleOf(type.definition, localized.values),
    address,
    publishedBy: record.changedBy,
  };
  const { page } = await gather(
    installation,
    { page: home.page, entry },
    pageBody(home.page.body),
    pageType,
    language === undefined ? {} : { language },
  );
  return { page, home: home.page };
}

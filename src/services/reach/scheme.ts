import type { ReachedPages } from '../../contract/entries';
import type { Id } from '../../core/ids';
import type { Field } from '../../core/model/document';
import { kindFor, plainFields } from '../../core/model/kinds';
import type { Reader } from '../../store/database';
import { livePagesByIds } from '../../store/live-pages';
import { schemeOf } from '../categories/lookup';
import { categoryHomes } from '../categories/pages';
import type { Installation } from '../runtime/installation';
import { reachOfTypes } from './entry';
import { distinctPages, pageLink, reachedPages, type ReachedPage } from './pages';

/** How many steps of entry links a face draws. */
const DRAWN_DEEP = 2;

/** Whether any of some fields, in groups and lists too, is like that. */
const some = (fields: readonly Field[], is: (field: Field) => boolean): boolean =>
  fields.some((field) => is(field) || some(plainFields(kindFor(field).inside ?? []), is));

/** The types whose things may name a category of a scheme, and those that show such things through entry links. */
function typesNaming({ model }: Installation, scheme: Id): Set<Id> {
  const all = [...model.contentTypes, ...model.pageTypes, ...model.blockTypes, model.media];
  const naming = new Set(
    all.filter(({ fields }) => some(fields, (field) => kindFor(field).scheme === scheme)).map(({ id }) => id),
  );
  for (let step = 0; step < DRAWN_DEEP; step += 1) {
    const shown = new Set(naming);
    const leads = (field: Field): boolean => {
      const { leadsTo } = kindFor(field);
      if (leadsTo?.length === 0) return model.contentTypes.some(({ id }) => shown.has(id));
      return leadsTo?.some((id) => shown.has(id)) ?? false;
    };
    for (const { id, fields } of all) if (some(fields, leads)) naming.add(id);
  }
  return naming;
}

/**
 * Every page visitors see that may differ when the categories of a scheme change: their own pages and the one
 * that leads to them, and all that shows or lists what may name one. Which of these name the category at hand
 * is not asked.
 */
export async function reachOfScheme(
  reader: Reader,
  installation: Installation,
  scheme: Id,
): Promise<ReachedPage[]> {
  const home = (await categoryHomes(reader, installation)).get(scheme)?.page;
  const own = home
    ? await reachedPages(
        reader,
        installation,
        await livePagesByIds(reader, installation.now(), [
          home.record,
          ...(home.parent === null ? [] : [home.parent]),
        ]),
      )
    : [];
  return distinctPages([
    ...own,
    ...(await reachOfTypes(reader, installation, typesNaming(installation, scheme))),
  ]);
}

/** The visitor pages that may differ when a category of a scheme changes. */
export async function schemeReach(installation: Installation, scheme: Id): Promise<ReachedPages> {
  schemeOf(installation, scheme);
  return { pages: (await reachOfScheme(installation.content, installation, scheme)).map(pageLink) };
}

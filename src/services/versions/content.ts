import { serializeSlots } from '../../core/content/blocks';
import type { Category } from '../../core/content/categories';
import { serializeLocalized } from '../../core/content/localized-values';
import { serializeValues } from '../../core/content/values';
import { slotLabels, type PlaceScope, type VersionContent } from '../../core/content/versions';
import { serializeRule } from '../../core/mapping/rule/serialize-rule';
import type { KeptRecord } from '../../store/records';
import { filledIn } from '../media/library';
import { entryBody, listingBody, pageBody } from '../records/bodies';
import { carriedBody } from '../records/carry';
import type { Installation } from '../runtime/installation';

type Of = Pick<KeptRecord, 'sort' | 'type'>;
type Said = { title: string; body: string; model: number };

/** What a version of a record says, spoken by keys of the model in force, whatever model it was written under. */
export function contentOf(installation: Installation, of: Of, said: Said): VersionContent {
  const { model } = installation;
  const body = said.model < model.revision ? carriedBody(model, of, said.body) : said.body;
  if (of.sort === 'listing') return { label: said.title, rule: serializeRule(model, listingBody(body).rule) };
  if (of.sort === 'page' || of.sort === 'shared') {
    const type = model.pageOrShared(of.type ?? '');
    if (!type) return {};
    const page = pageBody(body);
    const { layouts, slots } = type.definition;
    const said = {
      ...serializeLocalized(type.fields, page, model.locale),
      slots: serializeSlots(model, slots, page.slots ?? {}),
    };
    if (of.sort === 'shared') return said;
    return {
      ...said,
      listing: page.listing ?? null,
      picks: page.picks ?? [],
      byHand: { ...page.byHand },
      layout: layouts.find(({ id }) => id === page.layout)?.key ?? null,
      settings: { ...page.settings?.set },
    };
  }
  return { ...serializeLocalized(fieldsOf(installation, of), entryBody(body), model.locale) };
}

/** The fields whose values a version holds. */
const fieldsOf = (installation: Installation, { sort, type }: Of) =>
  sort === 'medium'
    ? filledIn(installation)
    : ((installation.model.pageOrShared(type ?? '') ?? installation.model.contentType(type ?? ''))?.fields ??
      []);

/** What a category said after an act; nothing where it was gone. */
export function contentOfCategory(installation: Installation, category: Category | null): VersionContent {
  if (!category) return {};
  const fields = installation.model.scheme(category.scheme)?.fields ?? [];
  const { label, labels, slug, parent, values } = category;
  return { label, labels, slug, parent, values: serializeValues(fields, values, installation.model.locale) };
}

/** What places in a record are called by. */
export const scopeOf = (installation: Installation, of: Of): PlaceScope => ({
  model: installation.model,
  fields: fieldsOf(installation, of),
  slots: slotLabels(installation.model.pageOrShared(of.type ?? '')?.definition.slots ?? []),
});

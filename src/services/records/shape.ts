import { referencesInLocalized } from '../../core/content/localized-values';
import { textsIn, textsInSlots, type SearchedText } from '../../core/content/searched-texts';
import { titleOf } from '../../core/content/values';
import type { Id } from '../../core/ids';
import { possibleSources } from '../../core/mapping/rule/sources';
import type { CompiledModel } from '../../core/model/compile';
import type { Field } from '../../core/model/document';
import type { Reference } from '../../core/model/kinds';
import type { KeptRecord } from '../../store/records';
import { ruleRefRows } from '../listings/references';
import { pageReferences, pageRefRows } from '../pages/references';
import type { Installation } from '../runtime/installation';
import { entryBody, listingBody, pageBody, type PageBody } from './bodies';
import { refRows, toldReferences } from './references';

/** What a record of some sort and type says, worked out from its body. */
export interface RecordShape {
  /** The fields it fills in itself. */
  fields: readonly Field[];
  title(body: string): string;
  /** Whatever its words name. */
  references(body: string): Reference[];
  /** Every text of it that can be searched. */
  texts(body: string): SearchedText[];
  /** The rows it keeps of what it refers to. */
  refRows(body: string): { role: string; target: Id }[];
}

type Shaped = Pick<KeptRecord, 'sort' | 'type'> & { title?: string };

/** How a record is read; undefined where its type is gone. `category` is the one whose words a page holds. */
export function shapeOf(
  installation: Pick<Installation, 'model' | 'categories' | 'keyMap'>,
  { sort, type: of, title: kept = '' }: Shaped,
  category: Id | null = null,
): RecordShape | undefined {
  const { model, keyMap } = installation;
  if (sort === 'listing')
    return {
      // A listing is called as its architect says, by no field.
      fields: [],
      title: () => kept,
      references: () => [],
      texts: () => [],
      refRows: (body) => ruleRefRows(installation, listingBody(body).rule),
    };
  if (sort === 'page' || sort === 'shared') {
    const type = model.pageOrShared(of ?? '');
    return (
      type && {
        fields: type.fields,
        title: (body) => pageTitleOf(installation, type.definition, body, category),
        references: (body) => pageReferences(installation, type, pageBody(body)),
        texts: (body) => textsOfPage(model, type, pageBody(body)),
        refRows: (body) => pageRefRows(installation, type, pageBody(body)),
      }
    );
  }
  const type = sort === 'medium' ? model.media : model.contentType(of ?? '');
  const references = (body: string) => (type ? referencesInLocalized(type.fields, entryBody(body)) : []);
  return (
    type && {
      fields: type.fields,
      title: (body) => titleOf(type.definition, entryBody(body).values),
      references,
      texts: (body) => textsIn(type.fields, entryBody(body), model.locale),
      refRows: (body) => refRows(keyMap, type.fields, toldReferences(type, references(body))),
    }
  );
}

/** Every text of a page: its own fields', and those of the blocks that stand on it. */
const textsOfPage = (
  model: CompiledModel,
  { fields }: { fields: readonly Field[] },
  { slots = {}, ...localized }: PageBody,
): SearchedText[] => [...textsIn(fields, localized, model.locale), ...textsInSlots(model, slots)];

/** What a page is called: its title, or for the words of a category, where they have none, the category's name. */
const pageTitleOf = (
  { categories }: Pick<Installation, 'categories'>,
  definition: { title: Id },
  body: string,
  category: Id | null,
): string =>
  titleOf(definition, pageBody(body).values) ||
  (category === null ? '' : (categories.get(category)?.label ?? ''));

/** The type in whose index table a record lies: of entries and media always, of pages where they can be listed. */
export const indexedTypeOf = ({ model }: Pick<Installation, 'model'>, type: Id | null) =>
  possibleSources(model).find(({ id }) => id === type);

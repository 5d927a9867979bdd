import type { PagesByType, PagesByTypeQuery } from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import { countOfTypes, countsOfPages, pagesOfTypes, spansOfSome, type OfTypes } from '../../store/pages';
import type { Installation } from '../runtime/installation';
import { pagesAsked } from './sought';

/** How many pages are told of the types that are asked for. */
const TOLD = 200;

/** What is asked of the pages that are told, by integer keys; undefined where there can be none. */
function toldAsked(
  { keyMap, model }: Installation,
  { told = '', q = '', except }: PagesByTypeQuery,
): OfTypes | undefined {
  const types = told.split(',').flatMap((key) => model.pageTypeByKey(key)?.id ?? []);
  const sought = pagesAsked(q.trim());
  if (types.length === 0 || (q.trim() !== '' && !sought)) return undefined;
  return {
    types: types.map((id) => keyMap.find(id)),
    ...(sought ? { sought } : {}),
    ...(except === undefined ? {} : { except }),
  };
}

/** How many pages there are of each type, and the pages of those types that are asked for. */
export async function pagesByType(
  installation: Installation,
  query: PagesByTypeQuery = {},
): Promise<PagesByType> {
  const { content, model } = installation;
  const keyOf = (type: string) => model.pageType(type)?.definition.key ?? '';
  const asked = toldAsked(installation, query);
  const [counts, pages] = await Promise.all([
    countsOfPages(content),
    asked ? pagesOfTypes(content, asked, TOLD) : [],
  ]);
  const found = asked && pages.length === TOLD ? await countOfTypes(content, asked) : pages.length;
  const spans = await spansOfSome(
    content,
    pages.map(({ record }) => record),
  );
  const at = installation.now();
  return {
    counts: Object.fromEntries(counts.map(({ type, n }) => [keyOf(type), n])),
    found,
    pages: pages.map(({ uuid: id, record, type, title, address, stage }) => ({
      id,
      type: keyOf(type),
      title,
      address,
      state: stateAt({ stage, spans: spans.get(record) ?? [], binned: false }, at),
    })),
  };
}

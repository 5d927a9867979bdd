import type { PagesByType } from '../../contract/pages';
import { stateAt } from '../../core/content/states';
import { countsOfPages, pagesOfTypes, spansOfSome } from '../../store/pages';
import type { Installation } from '../runtime/installation';

/** How many pages are told of the types that are asked for. */
const TOLD = 200;

/** How many pages there are of each type, and the pages of some types (keys with commas between). */
export async function pagesByType(installation: Installation, told = ''): Promise<PagesByType> {
  const { content, keyMap, model } = installation;
  const keyOf = (type: string) => model.pageType(type)?.definition.key ?? '';
  const asked = told.split(',').flatMap((key) => model.pageTypeByKey(key)?.id ?? []);
  const [counts, pages] = await Promise.all([
    countsOfPages(content),
    asked.length === 0
      ? []
      : pagesOfTypes(
          content,
          asked.map((id) => keyMap.find(id)),
          TOLD,
        ),
  ]);
  const spans = await spansOfSome(
    content,
    pages.map(({ record }) => record),
  );
  const at = installation.now();
  return {
    counts: Object.fromEntries(counts.map(({ type, n }) => [keyOf(type), n])),
    pages: pages.map(({ uuid: id, record, type, title, address, stage }) => ({
      id,
      type: keyOf(type),
      title,
      address,
      state: stateAt({ stage, spans: spans.get(record) ?? [], binned: false }, at),
    })),
  };
}

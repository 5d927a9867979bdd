import type { PlacedPages, PlacementCounts, TypeFigures, TypeReach } from '../../contract/model';
import type { Id } from '../../core/ids';
import { TOP } from '../../core/model/document';
import { categoryCount, pagesPlaced, placedCounts, recordCounts } from '../../store/model';
import { fieldFigures, numbersOf } from '../../store/queries/field-figures';
import { reachOfTypes } from '../reach/entry';
import { pageLink } from '../reach/pages';
import { indexTableIn, type Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { listingsReading } from './readers';

export async function typeFigures(installation: Installation, id: Id): Promise<TypeFigures> {
  const type = installation.model.contentType(id);
  if (!type) throw notFound('content type in force');
  const { total, fields } = await fieldFigures(installation.content, indexTableIn(installation, type));
  return {
    total,
    fields: await Promise.all(
      fields.map(async (figures) => ({
        ...figures,
        usedBy: await listingsReading(installation.content, figures.field),
      })),
    ),
  };
}

/** What a type, field set or scheme reaches, as things are kept now. */
export async function typeReach(installation: Installation, id: Id): Promise<TypeReach> {
  const { document } = installation.model;
  const n = installation.keyMap.find(id);
  const records = (await recordCounts(installation.content)).find(({ type }) => type === n)?.n ?? 0;
  const including = new Set([
    id,
    ...[...document.contentTypes, ...document.pageTypes, ...document.blockTypes]
      .filter((type) => JSON.stringify(type.fields).includes(id))
      .map((type) => type.id),
  ]);
  return {
    entries: installation.model.contentType(id) ? records : 0,
    pages: installation.model.pageType(id) ? records : 0,
    categories: installation.model.scheme(id) ? await categoryCount(installation.content, n) : 0,
    listings: await listingsReading(installation.content, id),
    shown: (await reachOfTypes(installation.content, installation, including)).length,
  };
}

export async function placementCounts(installation: Installation): Promise<PlacementCounts> {
  const ids = new Map(installation.model.pageTypes.map(({ id }) => [installation.keyMap.find(id), id]));
  return {
    items: (await placedCounts(installation.content)).flatMap(({ parent, child, n }) => {
      const [above, below] = [parent === 0 ? TOP : ids.get(parent), ids.get(child)];
      return above !== undefined && below !== undefined ? [{ parent: above, child: below, pages: n }] : [];
    }),
  };
}

/** The most pages that are named where a placement is taken away. */
const MOST_PLACED = 60;

/** The pages that stand as some placements say: pairs of types, as `above>below`, joined by commas. */
export async function placedPages(installation: Installation, cells: string): Promise<PlacedPages> {
  const number = (id: string): number | undefined =>
    id === TOP ? 0 : installation.model.pageType(id) && installation.keyMap.find(id);
  const pairs = cells.split(',').flatMap((cell): [number, number][] => {
    const [above, below] = cell.split('>').map(number);
    return above !== undefined && below ? [[above, below]] : [];
  });
  return { items: (await pagesPlaced(installation.content, pairs, MOST_PLACED)).map(pageLink) };
}

export async function fieldNumbers(installation: Installation, id: Id, field: Id): Promise<number[]> {
  const type = installation.model.contentType(id);
  return type ? numbersOf(installation.content, indexTableIn(installation, type), field, 2000) : [];
}

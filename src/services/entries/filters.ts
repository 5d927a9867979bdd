import type { TableFilters } from '../../contract/table-filters';
import { dayStarts, isDay, nextDayStarts } from '../../core/content/day';
import { parseSought } from '../../core/content/sought-words';
import type { Id } from '../../core/ids';
import type { TableOnly } from '../../core/content/table-look';
import type { Between, TableQuestion } from '../../store/queries/table-query';
import type { Person } from '../people/person';
import { zoneOf, type Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';

const onlyOf = (only: TableOnly, person: number): NonNullable<TableQuestion['only']> =>
  only === 'mine' ? { changedBy: person } : only === 'given' ? { givenTo: person } : { toFix: true };

/** The number of a language among those of the model; 0 is the main one. */
function languageNumber({ model }: Pick<Installation, 'model'>, language: string, path: string): number {
  const { main, others } = model.document.locales;
  const at = [main, ...others].indexOf(language);
  if (at >= 0) return at;
  throw invalidInput([{ path, code: 'locale', message: `The site is not written in "${language}".` }]);
}

/** From the beginning of a day on, and up to the end of one, where the site is. */
function between(
  installation: Installation,
  name: 'changed' | 'published',
  from: string | undefined,
  until: string | undefined,
): Between | undefined {
  const zone = zoneOf(installation);
  const starts = (day: string, path: string): number => {
    if (isDay(day)) return dayStarts(day, zone);
    throw invalidInput([{ path, code: 'day', message: 'There is no such day.' }]);
  };
  if (from === undefined && until === undefined) return undefined;
  return {
    ...(from === undefined ? {} : { from: starts(from, `/${name}From`) }),
    ...(until === undefined ? {} : { before: nextDayStarts(starts(until, `/${name}Until`), zone) }),
  };
}

/** A category that is asked for, with what stands below it unless it is asked for alone. */
function categoriesAsked(
  { categories }: Pick<Installation, 'categories'>,
  category: Id,
  alone: 'yes' | undefined,
): Id[] {
  const found = categories.get(category);
  if (!found)
    throw invalidInput([{ path: '/category', code: 'gone', message: 'There is no such category.' }]);
  if (alone === 'yes') return [category];
  return categories
    .inOrder(found.scheme)
    .flatMap(({ category: { id } }) => (categories.isUnder(id, category) ? [id] : []));
}

/** What filters ask of a table, whatever lies in it. */
export function filtersAsked(
  installation: Installation,
  filters: TableFilters,
  /** Who asks, where it matters whose they are. */
  person: Pick<Person, 'id'> | undefined,
): Partial<TableQuestion> {
  const { state, q, language, only, author, lacks, older, category, alone } = filters;
  const changed = between(installation, 'changed', filters.changedFrom, filters.changedUntil);
  const published = between(installation, 'published', filters.publishedFrom, filters.publishedUntil);
  return {
    ...(state ? { state } : {}),
    ...(q?.trim() ? { sought: parseSought(q) } : {}),
    ...(language === undefined ? {} : { language: languageNumber(installation, language, '/language') }),
    ...(only === undefined ? {} : { only: onlyOf(only, person?.id ?? 0) }),
    ...(author === undefined ? {} : { author }),
    ...(changed ? { changed } : {}),
    ...(published ? { published } : {}),
    ...(category === undefined ? {} : { categories: categoriesAsked(installation, category, alone) }),
    ...(lacks === undefined ? {} : { lacks: languageNumber(installation, lacks, '/lacks') }),
    ...(older === undefined ? {} : { older: languageNumber(installation, older, '/older') }),
  };
}

import type { Limits } from '../../core/limits';
import type { Fault } from '../../core/faults';
import type { Reader } from '../../store/database';
import { recordsByUuids } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';

/** Refuses bounds that name what is not there. */
export async function expectLimits(
  reader: Reader,
  { model, sites }: Pick<Installation, 'model' | 'sites'>,
  { types = [], sites: within = [], branches = [], languages = [] }: Limits,
): Promise<void> {
  const pages = new Set(
    (await recordsByUuids(reader, branches))
      .filter(({ sort, binnedAt }) => sort === 'page' && binnedAt === null)
      .map(({ uuid }) => uuid),
  );
  const spoken = [model.locale, model.document.locales.main, ...model.document.locales.others];
  const check = (
    part: keyof Limits,
    given: readonly string[],
    isThere: (one: string) => boolean,
    what: string,
  ) =>
    given.flatMap((one, i): Fault[] =>
      isThere(one)
        ? []
        : [{ path: `/limits/${part}/${i}`, code: 'not-there', message: `There is no such ${what}.` }],
    );
  const faults = [
    ...check('types', types, (id) => !!(model.contentType(id) ?? model.pageType(id)), 'type'),
    ...check('sites', within, (id) => sites.some(({ uuid }) => uuid === id), 'site'),
    ...check('branches', branches, (id) => pages.has(id), 'page'),
    ...check('languages', languages, (each) => spoken.includes(each), 'language'),
  ];
  if (faults.length > 0) throw invalidInput(faults);
}

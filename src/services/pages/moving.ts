import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import { isBinAddress } from '../../core/site/address';
import { branchOf, type PlacedPage } from '../../store/pages';
import type { Act } from '../records/act';
import type { Installation } from '../runtime/installation';
import { ruleViolation } from '../runtime/refusal';
import { siteOf } from '../runtime/sites';
import type { PageWithPlace } from './answer';
import { slugFor, slugGiven, verdictFor, type Place } from './places';

/** Refuses a place where a page of a type may not stand, with the reasons. */
export async function expectPlace(
  act: Act,
  installation: Installation,
  type: CompiledType<PageType>,
  at: Place,
  moving: number | null,
): Promise<void> {
  const { allowed, reasons } = await verdictFor(act.tx, installation, type, at, moving);
  if (allowed) return;
  const faults = reasons.map((message) => ({ path: '/parent', code: 'placement', message }));
  throw ruleViolation(reasons.join(' '), faults);
}

const refuseParent = (code: string, message: string) =>
  ruleViolation(message, [{ path: '/parent', code, message }]);

/** Checks a place that a page is to take, with the last piece of its address; answers both. */
export async function expectPlaceFor(
  act: Act,
  installation: Installation,
  { record, place, type }: PageWithPlace & { type: CompiledType<PageType> },
  parent: PlacedPage | null,
  slug: string,
): Promise<{ at: Place; slug: string }> {
  const { tx } = act;
  const at: Place = { site: siteOf(installation, place.site), parent };
  if (parent && parent.site !== place.site) throw refuseParent('site', 'A page stays in its site.');
  if (place.category !== null)
    throw ruleViolation('It stands where its category stands. Move the category, in Shape.');
  if (parent && isBinAddress(parent.address))
    throw refuseParent('gone', 'The page to stand under lies in the bin.');
  if (parent && (await branchOf(tx, record.id)).some((below) => below.record === parent.record))
    throw refuseParent('circle', 'A page cannot stand below itself.');
  if ((parent?.record ?? null) !== place.parent) await expectPlace(act, installation, type, at, record.id);
  const toOrFromTop = (parent === null) !== (place.parent === null);
  return {
    at,
    slug: toOrFromTop
      ? await slugFor(tx, installation, type.definition, record.title, at, record.id)
      : await slugGiven(tx, installation, slug, at, record.id),
  };
}

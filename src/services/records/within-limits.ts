import type { Json } from '../../core/json';
import type { Id } from '../../core/ids';
import { outsideOf, staysInLanguages, type Limits } from '../../core/limits';
import type { Reader } from '../../store/database';
import { placesOfMany, trailsOf } from '../../store/pages';
import { recordsByUuids, type KeptRecord } from '../../store/records';
import { waitingPlacesOf } from '../../store/waiting-places';
import type { Installation } from '../runtime/installation';
import { forbidden } from '../runtime/refusal';

/** A record that somebody changes, as it was before (absent where they make it) and as it is after. */
export interface ChangedRecord {
  before: Pick<KeptRecord, 'body'> | undefined;
  /** The page below which a page stood before. */
  above?: Id | null;
  after: KeptRecord;
}

const words: Record<keyof Limits, string> = {
  types: 'It is of a type that you may not change.',
  sites: 'It stands in a site that you may not change.',
  branches: 'It stands outside the pages that you may change.',
  languages: 'It would change words in a language that you may not change.',
};

/** Who may do it instead is said with every refusal. */
const refuse = (by: keyof Limits) =>
  forbidden(`${words[by]} Somebody without this limit, or an architect, may.`);

/** What a kept body says; it is written by the services alone. */
const said = (body: string): Json => JSON.parse(body) as Json;

/**
 * Refuses changes of records by somebody whose limits do not hold them. Asked in every act, at its end: whatever a change goes
 * through, it cannot get around this.
 */
export async function expectWithin(
  reader: Reader,
  { sites, model }: Pick<Installation, 'sites' | 'model'>,
  limits: Limits,
  changes: readonly ChangedRecord[],
): Promise<void> {
  const pages = changes.flatMap(({ after }) => (after.sort === 'page' ? [after.id] : []));
  const places = await placesOfMany(reader, pages);
  const waits = await waitingPlacesOf(reader, pages);
  const willStandBelow = (id: number) => (waits.get(id) ?? []).flatMap(({ parent }) => parent ?? []);
  const stood = await recordsByUuids(
    reader,
    changes.flatMap(({ above, after }) => [...(above ? [above] : []), ...willStandBelow(after.id)]),
  );
  const trails = limits.branches
    ? await trailsOf(reader, [...pages, ...stood.map(({ id }) => id)])
    : undefined;
  const trailOf = (key: number | undefined) => trails?.get(key ?? 0)?.map((page) => page.id) ?? [];
  for (const { before, above, after } of changes) {
    const { id, sort, type, uuid } = after;
    const site = sites.find((each) => each.id === places.get(id)?.site)?.uuid;
    const of = { sort, type, ...(site === undefined ? {} : { site }) };
    // A page may neither leave what somebody may change, nor be taken from outside, now or later.
    const trails = [...(above ? [above] : []), ...willStandBelow(id)].map((page) => [
      uuid,
      ...trailOf(stood.find((each) => each.uuid === page)?.id),
    ]);
    for (const trail of [...trails, trailOf(id)]) {
      const by = outsideOf(limits, { ...of, trail });
      if (by) throw refuse(by);
    }
    if (!staysInLanguages(limits, model.locale, before ? said(before.body) : {}, said(after.body)))
      throw refuse('languages');
  }
}

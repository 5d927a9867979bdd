import type { Category } from '../../core/content/categories';
import { newId, type Id } from '../../core/ids';
import { actByUuid } from '../../store/acts';
import { recordsNaming } from '../../store/refs';
import type { Job, Step } from '../long-work/doers';
import type { Person } from '../people/person';
import { reachOfScheme } from '../reach/scheme';
import { inAct } from '../records/act';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { expectKeeps } from './edit';
import { expectHeir, giveAway } from './give-away';
import { replaceCategoryRefs } from './replace-refs';

/** The most records that name a category which goes in one write; with more it goes in parts, beside all other work. */
const MOST_AT_ONCE = 60;
/** How many one part gives to the heir: about a tenth of a second. */
const PART = 20;

/** Has a category go in parts, where many name it. Answers the long work that does it; nothing where few do. */
export async function handedOver(
  installation: Installation,
  person: Person,
  { id, label, scheme }: Category,
  into: Id | undefined,
  what: string,
): Promise<Id | undefined> {
  const { categories, content, queue } = installation;
  expectKeeps(person, scheme);
  if ((await recordsNaming(content, id, { most: MOST_AT_ONCE + 1 })).length <= MOST_AT_ONCE) return undefined;
  const heir = categories.get(into ?? '')?.label;
  return queue.put({
    kind: 'handOver',
    input: { category: id, into: into ?? null, act: newId(), what },
    what: heir === undefined ? `Take “${label}” away` : `Merge “${label}” into “${heir}”`,
    person: person.id,
    once: `hand over ${id}`,
  });
}

/** Where giving away what names a category goes on: after which record, and how many were given. */
export interface HandOverPosition {
  after: number;
  done: number;
  total: number;
}

/**
 * Gives the next records that name a category to its heir, or takes the category out of them; the last part gives the rest
 * and takes the category away. All parts are one act.
 */
export async function handOverPart(
  installation: Installation,
  { input: { category: id, into, act: uuid, what }, person }: Job<'handOver'>,
  from: HandOverPosition | undefined,
): Promise<Step<HandOverPosition>> {
  const heir = into ?? undefined;
  const { content } = installation;
  const after = from?.after ?? 0;
  const total = from?.total ?? (await recordsNaming(content, id)).length;
  const part = await recordsNaming(content, id, { after, most: PART });
  const isLast = part.length < PART;
  const { reached } = await inAct(installation, person === null ? null : { id: person }, async (act) => {
    const categories = act.inside.categories;
    const category = categories.get(id);
    // It was done, and the process ended before that was noted.
    if (!category && (await actByUuid(act.tx, uuid))) return { reached: [] };
    if (!category) throw notFound('category');
    if (heir !== undefined) expectHeir(categories, category, heir, '/into');
    // Some may have come to name it since behind where this is.
    await replaceCategoryRefs(act, id, heir, isLast ? {} : { among: part });
    if (isLast) await giveAway(act, categories, category, heir, heir ?? category.parent);
    await act.keep(what, { partOf: uuid });
    return { reached: await reachOfScheme(act.tx, installation, category.scheme) };
  });
  installation.rendered.renew(reached.map((page) => page.uuid));
  if (isLast) return { position: undefined, done: total, total };
  const given = Math.min((from?.done ?? 0) + part.length, total);
  return { position: { after: part.at(-1) ?? after, done: given, total }, done: given, total };
}

import { blocksIn, referencesInSlots } from '../../core/content/blocks';
import { referencesInLocalized } from '../../core/content/localized-values';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { PageType } from '../../core/model/document';
import type { Reference } from '../../core/model/kinds';
import type { PageBody } from '../records/bodies';
import type { Installation } from '../runtime/installation';

/** Everything that a page's words and blocks refer to. */
export const pageReferences = (
  { model }: Pick<Installation, 'model'>,
  type: CompiledType<PageType>,
  body: PageBody,
): Reference[] => [
  ...referencesInLocalized(type.fields, body),
  ...referencesInSlots(model, type.definition.slots, body.slots ?? {}),
  ...(body.picks ?? []).map((target, i) => ({ path: `/picks/${i}`, sort: 'entry' as const, target })),
];

/**
 * The rows a page keeps of what it refers to: its listing and those of its blocks, the types of its blocks,
 * and whatever its words name.
 */
export function pageRefRows(
  installation: Pick<Installation, 'model'>,
  type: CompiledType<PageType>,
  body: PageBody,
): { role: string; target: Id }[] {
  const blocks = blocksIn(body.slots ?? {});
  const listings = [body.listing, ...blocks.map(({ listing }) => listing)];
  return [
    ...listings.flatMap((target) => (target ? [{ role: 'listing', target }] : [])),
    ...blocks.map(({ type: target }) => ({ role: 'block', target })),
    ...pageReferences(installation, type, body).map(({ sort, target }) => ({ role: `${sort}:`, target })),
  ];
}

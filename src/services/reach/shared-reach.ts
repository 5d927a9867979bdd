import type { ReachAnswer } from '../../contract/entries';
import { isId, type Id } from '../../core/ids';
import { recordByUuid } from '../../store/records';
import { referrers } from '../../store/refs';
import type { Installation } from '../runtime/installation';
import { notFound } from '../runtime/refusal';
import { livePlacesReferring, pageLink, reachedPages } from './pages';

/** The pages on which a shared block stands in what is worked on, and those that differ for visitors when it does. */
export async function sharedReach(installation: Installation, id: Id): Promise<ReachAnswer> {
  const { content } = installation;
  const record = isId(id) ? await recordByUuid(content, id, 'shared') : undefined;
  if (!record || record.binnedAt !== null) throw notFound('shared block');
  const holding = (await referrers(content, id, 0)).flatMap(({ sort, uuid, title }): ReachAnswer['goesTo'] =>
    sort === 'page' ? [{ sort, id: uuid, label: title, detail: 'it stands there' }] : [],
  );
  const places = await livePlacesReferring(content, installation, [id]);
  return {
    goesTo: [...new Map(holding.map((link) => [link.id, link])).values()],
    pages: (await reachedPages(content, installation, places)).map(pageLink),
  };
}

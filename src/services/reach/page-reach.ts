import type { ReachAnswer } from '../../contract/entries';
import type { Id } from '../../core/ids';
import { referrers } from '../../store/refs';
import { needPage } from '../pages/answer';
import type { Installation } from '../runtime/installation';
import { reachOfPage } from './page';
import { pageLink } from './pages';

/** What names a page, and the pages that differ with it. */
export async function pageReach(installation: Installation, id: Id): Promise<ReachAnswer> {
  const { content } = installation;
  const { record } = await needPage(content, id);
  const naming = (await referrers(content, id, 0)).flatMap(
    ({ source, sort, uuid, title }): ReachAnswer['goesTo'] =>
      source !== record.id && (sort === 'entry' || sort === 'page' || sort === 'listing' || sort === 'shared')
        ? [{ sort, id: uuid, label: title, detail: 'names it' }]
        : [],
  );
  return {
    goesTo: [...new Map(naming.map((link) => [link.id, link])).values()],
    pages: (await reachOfPage(content, installation, record.id)).map(pageLink),
  };
}

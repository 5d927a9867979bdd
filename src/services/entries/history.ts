import type { RevisionsAnswer } from '../../contract/entries';
import type { Id } from '../../core/ids';
import { revisionsOf } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { needEntry } from './answer';

/** How many kept revisions are told of at once. */
const HISTORY = 200;

export async function entryRevisions(installation: Installation, id: Id): Promise<RevisionsAnswer> {
  const record = await needEntry(installation.content, id);
  const rows = await revisionsOf(installation.content, record.id, HISTORY);
  return {
    items: rows.map(({ number, title, at, by, why }) => ({
      number,
      title,
      at: new Date(at).toISOString(),
      by: by ?? '',
      why,
    })),
  };
}

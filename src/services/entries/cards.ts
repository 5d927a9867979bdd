import type { CardsAnswer, EntryCard } from '../../contract/entries';
import { isId } from '../../core/ids';
import { recordsByUuids } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { rowMarks } from './row-marks';

const MOST = 100;

/** Entries as they are told of where others name them, in the order asked. */
export async function entryCards(installation: Installation, ids: string): Promise<CardsAnswer> {
  const asked = ids.split(',').filter(isId);
  if (asked.length > MOST)
    throw invalidInput([
      { path: '/ids', code: 'bound', message: `At most ${MOST} entries are told of at once.` },
    ]);
  const records = (await recordsByUuids(installation.content, asked)).filter(({ sort }) => sort === 'entry');
  const rows = records.map(({ id, ...record }) => ({ ...record, entry: id, key: null }));
  const marks = await rowMarks(installation, rows, {}, true);
  const cards = new Map(
    rows.flatMap(({ entry, uuid, type, title }): [string, EntryCard][] => {
      const own = marks.get(entry);
      if (!own) return [];
      const label = installation.model.contentType(type ?? '')?.definition.label ?? '';
      return [[uuid, { id: uuid, title, type: label, state: own.state, words: '', ...own.look }]];
    }),
  );
  return { items: asked.flatMap((id) => cards.get(id) ?? []) };
}

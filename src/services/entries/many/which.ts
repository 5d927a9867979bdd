import type { ManyAsked } from '../../../contract/many';
import type { Id } from '../../../core/ids';
import type { CompiledType } from '../../../core/model/compile';
import type { ContentType } from '../../../core/model/document';
import { countRows, keysOfRows, type TableQuestion } from '../../../store/queries/table-query';
import type { QueryContext } from '../../../store/queries/query-context';
import { recordsByUuids } from '../../../store/records';
import type { Person } from '../../people/person';
import { indexTableIn, today, type Installation } from '../../runtime/installation';
import { invalidInput } from '../../runtime/refusal';
import { tableQuestion } from '../table';

/** Some entries of a type, found part by part in the order of their integer keys. */
export interface Which {
  total: number;
  /** The next so many after one. */
  after(key: number, most: number): Promise<number[]>;
}

/** The entries that are meant: those that are named, or all that a table finds. */
export async function whichEntries(
  installation: Installation,
  person: Pick<Person, 'id'>,
  type: CompiledType<ContentType>,
  { ids, found }: Pick<ManyAsked, 'ids' | 'found'>,
): Promise<Which> {
  const { content, keyMap } = installation;
  if (ids) {
    const keys = await keysOf(installation, type.id, ids);
    return {
      total: keys.length,
      after: (key, most) => Promise.resolve(keys.filter((each) => each > key).slice(0, most)),
    };
  }
  if (!found)
    throw invalidInput([{ path: '/ids', code: 'required', message: 'Say which entries are meant.' }]);
  const question: TableQuestion = await tableQuestion(
    installation,
    type,
    { type: type.definition.key, ...found },
    person,
  );
  const asked: QueryContext = {
    indexTable: indexTableIn(installation, type),
    keyMap,
    now: installation.now(),
    today: today(installation),
  };
  return {
    total: await countRows(content, asked, question),
    after: (key, most) => keysOfRows(content, asked, question, key, most),
  };
}

const keysOf = async ({ content }: Installation, type: Id, ids: readonly Id[]): Promise<number[]> =>
  (await recordsByUuids(content, [...new Set(ids)]))
    .filter((record) => record.sort === 'entry' && record.type === type)
    .map(({ id }) => id)
    .sort((a, b) => a - b);

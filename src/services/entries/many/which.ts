import type { ManyAsked, ManyOfAllAsked } from '../../../contract/many';
import type { Id } from '../../../core/ids';
import type { CompiledType } from '../../../core/model/compile';
import type { ContentType } from '../../../core/model/document';
import { countRows, keysOfRows, type TableQuestion } from '../../../store/queries/table-query';
import type { QueryContext } from '../../../store/queries/query-context';
import { recordsByUuids, type KeptRecord } from '../../../store/records';
import type { Person } from '../../people/person';
import { indexTableIn, today, type Installation } from '../../runtime/installation';
import { invalidInput } from '../../runtime/refusal';
import { allContext, allQuestion } from '../all-content';
import { tableQuestion } from '../table';

/** Some entries, found part by part in the order of their integer keys. */
export interface Which {
  total: number;
  /** The next so many after one. */
  after(key: number, most: number): Promise<number[]>;
}

const named = (keys: readonly number[]): Which => ({
  total: keys.length,
  after: (key, most) => Promise.resolve(keys.filter((each) => each > key).slice(0, most)),
});

/** What a table finds. */
const foundIn = async (
  { content }: Installation,
  context: QueryContext,
  question: TableQuestion,
): Promise<Which> => ({
  total: await countRows(content, context, question),
  after: (key, most) => keysOfRows(content, context, question, key, most),
});

const nothingSaid = () =>
  invalidInput([{ path: '/ids', code: 'required', message: 'Say which entries are meant.' }]);

/** The entries of a type that are meant: those that are named, or all that its table finds. */
export async function whichEntries(
  installation: Installation,
  person: Pick<Person, 'id'>,
  type: CompiledType<ContentType>,
  { ids, found }: Pick<ManyAsked, 'ids' | 'found'>,
): Promise<Which> {
  const { keyMap } = installation;
  if (ids) return named(await keysOf(installation, ids, (record) => record.type === type.id));
  if (!found) throw nothingSaid();
  const question = await tableQuestion(installation, type, { type: type.definition.key, ...found }, person);
  const context: QueryContext = {
    indexTable: indexTableIn(installation, type),
    keyMap,
    now: installation.now(),
    today: today(installation),
  };
  return foundIn(installation, context, question);
}

/** What is meant of all content: what is named, or all that its table finds, pages and media too. */
export async function whichOfAll(
  installation: Installation,
  person: Pick<Person, 'id'>,
  { ids, found }: Pick<ManyOfAllAsked, 'ids' | 'found'>,
): Promise<Which> {
  if (ids) return named(await keysOf(installation, ids, ({ sort }) => sort !== 'listing'));
  if (!found) throw nothingSaid();
  return foundIn(installation, allContext(installation), await allQuestion(installation, found, person));
}

const keysOf = async (
  { content }: Installation,
  ids: readonly Id[],
  isMeant: (record: KeptRecord) => boolean,
): Promise<number[]> =>
  (await recordsByUuids(content, [...new Set(ids)]))
    .filter(isMeant)
    .map(({ id }) => id)
    .sort((a, b) => a - b);

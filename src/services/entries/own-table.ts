import type { OwnTable } from '../../contract/own-table';
import type { Id } from '../../core/ids';
import type { CompiledType } from '../../core/model/compile';
import type { ContentType } from '../../core/model/document';
import { personTable, putPersonTable } from '../../store/person-tables';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { contentTypeInForce } from './type-in-force';

const keysOf = (type: CompiledType<ContentType>, ids: readonly Id[]): string[] =>
  ids.flatMap((id) => type.field(id)?.key ?? []);

/** How somebody wants the table of a type: as they said, as far as its fields are there, else as the type says. */
export async function ownTable(installation: Installation, person: Person, id: Id): Promise<OwnTable> {
  const type = contentTypeInForce(installation, id);
  const said = await personTable(installation.content, person.id, id);
  const { title, columns } = type.definition;
  // Fields are kept by their ids, so that another key does not lose them. Written below alone.
  const ids = said === undefined ? columns : (JSON.parse(said) as Id[]);
  return {
    columns: keysOf(
      type,
      ids.filter((each) => each !== title),
    ),
  };
}

/** Keeps how somebody wants the table of a type. */
export async function keepOwnTable(
  installation: Installation,
  person: Person,
  id: Id,
  { columns }: OwnTable,
): Promise<OwnTable> {
  const type = contentTypeInForce(installation, id);
  const ids = columns.map((key, i) => {
    const field = type.fieldByKey(key);
    if (field) return field.id;
    const message = `${type.definition.label} has no field "${key}".`;
    throw invalidInput([{ path: `/columns/${i}`, code: 'unknown-field', message }]);
  });
  await installation.content.write((tx) => putPersonTable(tx, person.id, id, JSON.stringify(ids)));
  return ownTable(installation, person, id);
}

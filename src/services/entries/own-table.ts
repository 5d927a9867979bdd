import type { OwnTable } from '../../contract/own-table';
import { firstMarks, isAllMark } from '../../core/content/table-look';
import type { Id } from '../../core/ids';
import { possibleSources } from '../../core/mapping/rule/sources';
import { sharedFields } from '../../core/mapping/rule/shared-fields';
import { personTable, putPersonTable } from '../../store/person-tables';
import type { Person } from '../people/person';
import type { Installation } from '../runtime/installation';
import { invalidInput } from '../runtime/refusal';
import { contentTypeInForce } from './type-in-force';

/** A table that each person has as they want it. */
interface Wanted {
  /** Under which name it is kept. */
  name: string;
  /** The fields it begins with. */
  first: readonly Id[];
  /** Fields are kept by their ids, so that another key does not lose them. */
  idOf: (key: string) => string | undefined;
  keyOf: (id: string) => string | undefined;
  /** What it is told as where it lacks a field. */
  label: string;
}

interface Kept {
  columns: readonly string[];
  widths: Readonly<Record<string, number>>;
}

function tableOf(installation: Installation, id: Id): Wanted {
  const type = contentTypeInForce(installation, id);
  const { title, columns, label } = type.definition;
  return {
    name: id,
    first: columns,
    idOf: (key) => type.fieldByKey(key)?.id,
    keyOf: (each) => (each === title ? undefined : type.field(each)?.key),
    label,
  };
}

function allTable({ model }: Installation): Wanted {
  const shared = new Set(sharedFields(model, possibleSources(model)).map(({ key }) => key));
  const same = (key: string) => (isAllMark(key) || shared.has(key) ? key : undefined);
  return { name: 'all', first: firstMarks, idOf: same, keyOf: same, label: 'All content' };
}

async function wanted({ content }: Installation, person: Person, table: Wanted): Promise<OwnTable> {
  const said = await personTable(content, person.id, table.name);
  // Written below alone.
  const kept: Kept = said === undefined ? { columns: table.first, widths: {} } : (JSON.parse(said) as Kept);
  const keyed = (id: string) => table.keyOf(id) ?? [];
  return {
    columns: kept.columns.flatMap(keyed),
    // What is no field is a column that every table has.
    widths: Object.entries(kept.widths).map(([id, width]) => ({ column: table.keyOf(id) ?? id, width })),
  };
}

async function keep(
  installation: Installation,
  person: Person,
  table: Wanted,
  { columns, widths }: OwnTable,
): Promise<OwnTable> {
  const ids = columns.map((key, i) => {
    const id = table.idOf(key);
    if (id !== undefined) return id;
    const message = `${table.label} has no field "${key}".`;
    throw invalidInput([{ path: `/columns/${i}`, code: 'unknown-field', message }]);
  });
  const wide = widths ?? (await wanted(installation, person, table)).widths ?? [];
  const kept: Kept = {
    columns: ids,
    widths: Object.fromEntries(wide.map(({ column, width }) => [table.idOf(column) ?? column, width])),
  };
  await installation.content.write((tx) => putPersonTable(tx, person.id, table.name, JSON.stringify(kept)));
  return wanted(installation, person, table);
}

/** How somebody wants the table of a type: as they said, as far as its fields are there, else as the type says. */
export const ownTable = (installation: Installation, person: Person, id: Id): Promise<OwnTable> =>
  wanted(installation, person, tableOf(installation, id));

/** Keeps how somebody wants the table of a type. */
export const keepOwnTable = (
  installation: Installation,
  person: Person,
  id: Id,
  look: OwnTable,
): Promise<OwnTable> => keep(installation, person, tableOf(installation, id), look);

/** How somebody wants the table of all content. */
export const ownAllTable = (installation: Installation, person: Person): Promise<OwnTable> =>
  wanted(installation, person, allTable(installation));

/** Keeps how somebody wants the table of all content. */
export const keepOwnAllTable = (
  installation: Installation,
  person: Person,
  look: OwnTable,
): Promise<OwnTable> => keep(installation, person, allTable(installation), look);

import { matchColumns } from '../../../../../core/formats/rows/match-columns';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType } from '../../../../../core/model/document';
import { plainFields } from '../../../../../core/model/kinds';
import type { Into } from './sample-state';
import type { LookedFile } from './sample.worker';

const nothingSaid = { said: new Map(), parted: new Map(), empties: false } as const;

/** How a file is brought into a type at first: its columns by likeness, its rows by what must differ in every entry. */
export function begunInto({ fields: columns }: LookedFile, type: CompiledType<ContentType>): Into {
  const fills = matchColumns(columns, type.fields);
  const filled = [...fills.values()];
  const key = type.fields.find(({ id, unique }) => unique === true && filled.includes(id));
  return { ...nothingSaid, type: type.id, fills, ...(key ? { key: key.id } : {}) };
}

/** How a file is brought into the type that was made of it. */
export function madeInto(type: ContentType, keys: ReadonlyMap<string, string>): Into {
  const ids = new Map(plainFields(type.fields).map(({ key, id }) => [key, id]));
  return {
    ...nothingSaid,
    type: type.id,
    fills: new Map(
      [...keys].flatMap(([source, key]) => {
        const id = ids.get(key);
        return id === undefined ? [] : [[source, id] as const];
      }),
    ),
  };
}

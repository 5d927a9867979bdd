'use client';
import { useQueryClient } from '@tanstack/react-query';
import dayjs from 'dayjs';
import { useCallback, useRef, useState } from 'react';
import type { EntryRow } from '../../../../../contract/entries';
import {
  isNamedInCell,
  isTypedInCell,
  namedCell,
  namesInCell,
  textOfCell,
  typedCell,
} from '../../../../../core/content/typed-cell';
import { isJsonObject, sameJson, type Json, type JsonObject } from '../../../../../core/json';
import type { CompiledType } from '../../../../../core/model/compile';
import type { ContentType } from '../../../../../core/model/document';
import { fieldColumn, keyOfColumn } from './field-column';
import { namesMeant, type Meant } from '../../../../../ui/kinds/names-meant';
import { ask, Problem, wordsOf } from '../../../../../ui/ask';
import { useTell } from '../../../../../ui/telling';

/** What is typed into one cell. */
export interface CellText {
  row: string;
  column: string;
  text: string;
}

/** What was typed into a cell and not taken, and why. */
export interface Refused {
  text: string;
  why: string;
}

/** How the cells of a table are typed into: which may be, what stands in them, what is wrong in one. */
export interface Cells {
  isTyped: (column: string) => boolean;
  textOf: (row: string, column: string) => string;
  /** What a cell is to say, while that is on its way. */
  coming: (row: string, column: string) => string | undefined;
  refusedAt: (row: string, column: string) => Refused | undefined;
  /** Lets what was refused in a cell be. */
  leave: (row: string, column: string) => void;
  /** Puts what was typed into cells; answers whether all of it was taken. */
  put: (texts: readonly CellText[]) => Promise<boolean>;
  undo: () => void;
}

/** The values of one entry before and after they were typed, by field key. */
interface Step {
  row: string;
  before: JsonObject;
  after: JsonObject;
}

const at = (row: string, column: string): string => `${row} ${column}`;

/** Puts values into an entry, at the revision at which they were seen; answers the revision it has then. */
async function write(
  row: Pick<EntryRow, 'id' | 'revision'>,
  seen: JsonObject,
  values: JsonObject,
): Promise<void> {
  const patch = (revision: number) =>
    ask('changeEntry', { path: { id: row.id }, revision, body: { values } });
  try {
    await patch(row.revision);
  } catch (error) {
    if (!(error instanceof Problem) || error.status !== 412 || !error.current) throw error;
    // Somebody changed it meanwhile: where these fields say what was seen, nothing of theirs is lost.
    const { values: now, revision } = error.current;
    const same =
      isJsonObject(now) && Object.keys(values).every((key) => sameJson(now[key] ?? null, seen[key] ?? null));
    if (!same || typeof revision !== 'number')
      throw new Error(
        'Somebody else changed this meanwhile. What they put stands here now; yours was not taken.',
        {
          cause: error,
        },
      );
    await patch(revision);
  }
}

/** Lets the simple values of a type's entries, and what they name, be typed into the cells of its table. */
export function useCells(
  type: CompiledType<ContentType>,
  rows: readonly EntryRow[],
  locale: string,
  names: Readonly<Record<string, string>>,
): Cells {
  const client = useQueryClient();
  const tell = useTell();
  const [refused, setRefused] = useState<ReadonlyMap<string, Refused>>(new Map());
  const [onWay, setOnWay] = useState<ReadonlyMap<string, string>>(new Map());
  const taken = useRef<Step[][]>([]);
  const rowOf = useCallback((id: string) => rows.find((row) => row.id === id), [rows]);
  const refresh = () => client.invalidateQueries({ queryKey: ['entries'] });

  /** Values as they stand in cells. */
  const textsOf = (values: JsonObject): [column: string, text: string][] =>
    Object.entries(values).flatMap(([key, value]): [string, string][] => {
      const field = type.fieldByKey(key);
      return field ? [[fieldColumn(key), textOfCell(field, value, locale, (id) => names[id])]] : [];
    });

  /** Writes one entry after the other; what fails is told where it was typed. */
  const writeAll = async (all: readonly Step[]): Promise<Step[]> => {
    const failed = new Map<string, Refused>();
    const done: Step[] = [];
    for (const step of all) {
      const row = rowOf(step.row);
      if (!row) continue;
      try {
        await write(row, step.before, step.after);
        done.push(step);
      } catch (error) {
        const why = wordsOf(error);
        for (const [key, text] of textsOf(step.after)) failed.set(at(step.row, key), { text, why });
      }
    }
    await refresh();
    setRefused((was) => new Map([...was, ...failed]));
    return done;
  };

  const isTyped = (column: string): boolean => {
    const field = type.fieldByKey(keyOfColumn(column) ?? '');
    return field !== undefined && (isTypedInCell(field) || isNamedInCell(field));
  };
  const textOf = (row: string, column: string): string => {
    const field = type.fieldByKey(keyOfColumn(column) ?? '');
    return field ? textOfCell(field, rowOf(row)?.values[field.key], locale, (id) => names[id]) : '';
  };

  const put = async (texts: readonly CellText[]): Promise<boolean> => {
    const saying = { today: dayjs().format('YYYY-MM-DD'), locale };
    const wrong = new Map<string, Refused>();
    const byRow = new Map<string, Step>();
    const going = texts.flatMap(({ row, column, text }) => {
      const field = type.fieldByKey(keyOfColumn(column) ?? '');
      const of = rowOf(row);
      const isSame = text.trim() === textOf(row, column);
      return field && of && !isSame && isTyped(column) ? [{ row, column, text, field, of }] : [];
    });
    const named = going.filter(({ field }) => isNamedInCell(field));
    let meaning: Meant;
    try {
      meaning = await namesMeant(type.id, named);
    } catch (error) {
      const why = wordsOf(error);
      setRefused(
        (was) =>
          new Map([...was, ...named.map((each) => [at(each.row, each.column), { ...each, why }] as const)]),
      );
      return false;
    }
    for (const { row, column, text, field, of } of going) {
      const read = isNamedInCell(field)
        ? namedCell(
            field,
            namesInCell(text).map((name) => meaning(field, name)),
          )
        : typedCell(field, text, saying);
      if ('problem' in read) {
        wrong.set(at(row, column), { text, why: read.problem });
        continue;
      }
      const was: Json = of.values[field.key] ?? null;
      if (sameJson(was, read.value)) continue;
      const step = byRow.get(row) ?? { row, before: {}, after: {} };
      step.before[field.key] = was;
      step.after[field.key] = read.value;
      byRow.set(row, step);
    }
    const steps = [...byRow.values()];
    // What is typed anew is no longer refused.
    setRefused(
      (was) =>
        new Map([
          ...[...was].filter(([key]) => !texts.some(({ row, column }) => at(row, column) === key)),
          ...wrong,
        ]),
    );
    if (steps.length === 0) return wrong.size === 0;
    setOnWay(
      new Map(
        steps.flatMap(({ row, after }) =>
          textsOf(after).map(([key, text]): [string, string] => [at(row, key), text]),
        ),
      ),
    );
    const done = await writeAll(steps);
    setOnWay(new Map());
    if (done.length > 0) taken.current.push(done);
    return wrong.size === 0 && done.length === steps.length;
  };

  const undo = () => {
    const last = taken.current.pop();
    if (!last) return tell('Nothing typed here is left to take back.');
    void writeAll(last.map(({ row, before, after }) => ({ row, before: after, after: before }))).then(
      (done) =>
        tell(
          done.length === last.length ? 'Taken back.' : 'Taken back, but for what somebody changed since.',
        ),
    );
  };

  return {
    isTyped,
    textOf,
    coming: (row, column) => onWay.get(at(row, column)),
    refusedAt: (row, column) => refused.get(at(row, column)),
    leave: (row, column) => setRefused((was) => new Map([...was].filter(([key]) => key !== at(row, column)))),
    put,
    undo,
  };
}

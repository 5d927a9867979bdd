'use client';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Boxes, GripVertical } from 'lucide-react';
import { useId, useRef, useState, type KeyboardEvent, type ReactElement } from 'react';
import { draggedFrom } from '../../../../ui/dragged-from';
import type { TypeFigures } from '../../../../contract/model';
import { isDay } from '../../../../core/content/day';
import { isInclude, type AnyShape, type FieldEntry, type FieldSet } from '../../../../core/model/document';
import { insideOf, rowsOf, type IndexRow } from '../../../../core/model/entries';
import { addField, includeSet, moveField, setsOf } from '../../../../core/model/change/edit';
import { rolesOf } from '../../../../core/model/roles';
import { dragWords } from '../../../../ui/drag-words';
import { KindIcon } from '../../../../ui/kinds';
import look from '../../../../ui/look/look.module.css';
import { Share } from '../../../../ui/marks';
import { NewFieldRow } from './new-field-row';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';
import { kindFor, kinds } from '../../../../core/model/kinds';

const byKeys = { coordinateGetter: sortableKeyboardCoordinates };

interface Props {
  shape: AnyShape;
  figures: TypeFigures | undefined;
  /** Whether the figures are still on their way. */
  counting: boolean;
  selected: string | undefined;
  chosen: ReadonlySet<string>;
  mayChange: boolean;
  onSelect: (field: string) => void;
  onChoose: (fields: ReadonlySet<string>) => void;
  onTake: (ids: string[]) => void;
  onEdit: (make: (shape: AnyShape) => AnyShape) => void;
}

/** "required, at most 80 characters". */
function rulesInWords(entry: FieldEntry, sets: ReadonlyMap<string, FieldSet>): string {
  if (isInclude(entry)) {
    const set = sets.get(entry.include);
    return set
      ? `${set.fields.length} ${set.fields.length === 1 ? 'field' : 'fields'} of the set`
      : 'a set that is gone';
  }
  return [
    entry.required ? 'required' : '',
    entry.unique ? 'different in every one' : '',
    entry.localised ? 'in every language' : '',
    entry.openWhereShared ? 'open where shared' : '',
    kindFor(entry).rulesInWords,
    entry.showWhen ? 'shown on a condition' : '',
  ]
    .filter(Boolean)
    .join(', ');
}

function showsIn(shape: AnyShape, entry: FieldEntry, usedBy: readonly string[]): string {
  const listings =
    usedBy.length === 0 ? [] : [`${usedBy.length} ${usedBy.length === 1 ? 'listing' : 'listings'}`];
  const roles = 'face' in shape ? rolesOf(shape, entry.id).filter((role) => role !== 'table') : [];
  const words = [...roles, ...listings].join(', ');
  return words ? words.charAt(0).toUpperCase() + words.slice(1) : '';
}

/** The least or the most of a field: a number as it is, a day in short. */
function spanEnd(value: number | string | undefined): string {
  if (typeof value === 'number') return value.toLocaleString('en');
  const day = (value ?? '').slice(0, 10);
  return isDay(day)
    ? new Date(`${day}T00:00Z`).toLocaleDateString('en-GB', {
        day: 'numeric',
        month: 'short',
        year: 'numeric',
        timeZone: 'UTC',
      })
    : (value ?? '');
}

function Coverage({
  entry,
  figures,
}: {
  entry: FieldEntry;
  figures: TypeFigures | undefined;
}): ReactElement | null {
  const figure = figures?.fields.find((each) => each.field === entry.id);
  if (!figures) return null;
  if (!figure) return <span className={`${look.faint} ${look.small}`}>{isInclude(entry) ? '' : 'new'}</span>;
  const { distinct, least, most } = figure;
  const spread = [
    distinct === undefined ? '' : `${distinct} different`,
    least === undefined ? '' : `${spanEnd(least)} to ${spanEnd(most)}`,
  ]
    .filter(Boolean)
    .join(', ');
  return (
    <>
      <Share part={figure.filled} of={figures.total} />
      {spread && <small className={styles.spread}>{spread}</small>}
    </>
  );
}

interface RowProps extends Props {
  row: IndexRow;
  number: number;
  rows: readonly IndexRow[];
  onMove: (id: string, to: { parent?: string; place: number }) => void;
}

/** Where Alt and an arrow lead: up, down, out of the group, or into the one right above. */
function keyedMove(
  key: string,
  row: IndexRow,
  rows: readonly IndexRow[],
): { parent?: string; place: number } | undefined {
  const inside = row.parent === undefined ? {} : { parent: row.parent };
  if (key === 'ArrowUp') return { ...inside, place: row.place - 1 };
  if (key === 'ArrowDown') return { ...inside, place: row.place + 1 };
  if (key === 'ArrowLeft') {
    const holder = rows.find(({ entry }) => entry.id === row.parent);
    return (
      holder && { ...(holder.parent === undefined ? {} : { parent: holder.parent }), place: holder.place + 1 }
    );
  }
  const above = rows.find((each) => each.parent === row.parent && each.place === row.place - 1)?.entry;
  return key === 'ArrowRight' && above && insideOf(above)
    ? { parent: above.id, place: Number.MAX_SAFE_INTEGER }
    : undefined;
}

function Row({
  shape,
  row,
  number,
  rows,
  figures,
  counting,
  selected,
  chosen,
  mayChange,
  onSelect,
  onChoose,
  onTake,
  onMove,
}: RowProps): ReactElement {
  const { document } = useWorkingModel();
  const { entry, depth } = row;
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: entry.id, disabled: !mayChange });
  const sets = setsOf(document);
  const label = isInclude(entry) ? (sets.get(entry.include)?.label ?? 'A set that is gone') : entry.label;
  const shows =
    row.depth === 0
      ? showsIn(shape, entry, figures?.fields.find((each) => each.field === entry.id)?.usedBy ?? [])
      : '';
  const keys = (event: KeyboardEvent) => {
    if (!mayChange) return;
    const to = event.altKey ? keyedMove(event.key, row, rows) : undefined;
    if (to) {
      event.preventDefault();
      onMove(entry.id, to);
    } else if (event.key === 'Delete') {
      event.preventDefault();
      onTake([entry.id]);
    } else if (event.key === ' ' && event.shiftKey) {
      event.preventDefault();
      toggle();
    }
  };
  const toggle = () =>
    onChoose(
      chosen.has(entry.id)
        ? new Set([...chosen].filter((id) => id !== entry.id))
        : new Set([...chosen, entry.id]),
    );
  return (
    <tr
      ref={setNodeRef}
      className={styles.row}
      data-here={selected === entry.id}
      style={{
        transform: CSS.Translate.toString(transform),
        transition,
        ...(isDragging ? { position: 'relative', zIndex: 1, boxShadow: '0 4px 14px rgb(0 0 0 / 0.15)' } : {}),
      }}
      onClick={() => onSelect(entry.id)}
    >
      <td className={styles.place}>
        {mayChange && (
          <input
            type="checkbox"
            checked={chosen.has(entry.id)}
            aria-label={`Choose ${label}`}
            onClick={(event) => event.stopPropagation()}
            onChange={toggle}
          />
        )}
        <span>{number}</span>
        {mayChange && (
          <button
            type="button"
            className={styles.handle}
            ref={setActivatorNodeRef}
            {...attributes}
            {...listeners}
            aria-label={`Move ${label}`}
            onClick={(event) => event.stopPropagation()}
          >
            <GripVertical size={14} aria-hidden="true" />
          </button>
        )}
      </td>
      <td style={{ paddingLeft: 10 + depth * 20 }} className={depth > 0 ? styles.nested : undefined}>
        {depth > 0 && <i className={styles.step} aria-hidden="true" />}
        <button
          type="button"
          className={styles.name}
          aria-pressed={selected === entry.id}
          onClick={() => onSelect(entry.id)}
          onKeyDown={keys}
        >
          {label}
        </button>
      </td>
      <td>
        <span className={styles.kind}>
          {isInclude(entry) ? (
            <>
              <Boxes size={15} strokeWidth={1.6} aria-hidden="true" />
              Field set
            </>
          ) : (
            <>
              <KindIcon kind={entry.kind} />
              {kindFor(entry).label}
            </>
          )}
        </span>
      </td>
      <td className={styles.rules}>{rulesInWords(entry, sets)}</td>
      <td className={styles.shows}>
        {'face' in shape && !isInclude(entry) && depth === 0
          ? shows || (counting ? '' : <span className={look.faint}>nowhere yet</span>)
          : ''}
      </td>
      <td className={styles.covered}>{depth === 0 && <Coverage entry={entry} figures={figures} />}</td>
    </tr>
  );
}

/** The ruled, numbered sheet of a type's fields, those inside groups and lists below them. The last row adds one. */
export function FieldSheet(props: Props): ReactElement {
  const { shape, mayChange, onEdit, onSelect } = props;
  const { document } = useWorkingModel();
  const id = useId();
  const [parent, setParent] = useState<string>();
  const sheet = useRef<HTMLTableElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, draggedFrom), useSensor(KeyboardSensor, byKeys));
  const rows = rowsOf(shape.fields);
  const sets = setsOf(document);
  const move = (field: string, to: { parent?: string; place: number }) =>
    onEdit((each) => moveField(each, field, to, sets));
  const dropped = ({ active, over }: DragEndEvent) => {
    const target = rows.find(({ entry }) => entry.id === over?.id);
    if (target && active.id !== over?.id)
      move(String(active.id), {
        ...(target.parent === undefined ? {} : { parent: target.parent }),
        place: target.place,
      });
  };
  const holders = rows.flatMap(({ entry }) =>
    !isInclude(entry) && insideOf(entry) ? [{ id: entry.id, label: entry.label }] : [],
  );
  const into = holders.some((holder) => holder.id === parent) ? parent : undefined;
  return (
    <div className={styles.scroll}>
      <DndContext
        id={id}
        sensors={sensors}
        collisionDetection={closestCenter}
        accessibility={dragWords((each) => {
          const entry = rows.find((row) => row.entry.id === each)?.entry;
          return entry === undefined
            ? ''
            : isInclude(entry)
              ? (sets.get(entry.include)?.label ?? '')
              : entry.label;
        })}
        onDragEnd={dropped}
      >
        <table className={styles.sheet} ref={sheet}>
          <thead>
            <tr>
              <th scope="col">
                <span className={look.hidden}>Position</span>
              </th>
              <th scope="col">Field</th>
              <th scope="col">Kind</th>
              <th scope="col">Rules</th>
              <th scope="col">
                {'face' in shape ? 'Shows in' : <span className={look.hidden}>Shows in</span>}
              </th>
              <th scope="col">
                {props.figures ? 'Coverage' : <span className={look.hidden}>Coverage</span>}
              </th>
            </tr>
          </thead>
          <tbody>
            <SortableContext items={rows.map(({ entry }) => entry.id)} strategy={verticalListSortingStrategy}>
              {rows.map((row, i) => (
                <Row key={row.entry.id} {...props} row={row} number={i + 1} rows={rows} onMove={move} />
              ))}
            </SortableContext>
            {mayChange && (
              <NewFieldRow
                place={rows.length}
                holders={holders}
                into={into}
                onInto={setParent}
                sets={document.fieldSets.filter((set) => set.id !== shape.id)}
                onInclude={(set) => onEdit((each) => includeSet(each, set, sets))}
                onAdd={(label, kind) =>
                  onEdit((each) => {
                    const next = addField(each, label, kind, sets, into);
                    const made = rowsOf(next.fields).find(
                      ({ entry }) => !rows.some((row) => row.entry.id === entry.id),
                    );
                    if (made) onSelect(made.entry.id);
                    if (made && kinds[kind].holds) setParent(made.entry.id);
                    return next;
                  })
                }
              />
            )}
          </tbody>
        </table>
      </DndContext>
    </div>
  );
}

'use client';
import { closestCenter, DndContext, KeyboardSensor, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { SortableContext, sortableKeyboardCoordinates, useSortable, verticalListSortingStrategy } from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { GripVertical } from 'lucide-react';
import { useId, useRef, type KeyboardEvent, type ReactElement } from 'react';
import type { TypeFigures } from '../../../../contract/model';
import type { ContentType, Field, PageType } from '../../../../core/model/document';
import { addField, rolesOf } from '../../../../core/model/edit';
import { kindOf } from '../../../../core/model/kinds';
import { KindIcon } from '../../../../ui/kinds';
import look from '../../../../ui/look/look.module.css';
import { Share } from '../../../../ui/marks';
import { NewFieldRow } from './new-field-row';
import styles from './shape.module.css';

interface Props {
  type: ContentType | PageType;
  figures: TypeFigures | undefined;
  selected: string | undefined;
  mayChange: boolean;
  onSelect: (field: string) => void;
  onMove: (from: number, to: number) => void;
  onTake: (field: Field) => void;
  onEdit: (make: (type: ContentType | PageType) => ContentType | PageType) => void;
}

/** "required, at most 80 characters". */
const rulesInWords = (field: Field): string => [field.required ? 'required' : '', kindOf(field).rulesInWords(field.rules)].filter(Boolean).join(', ');

function showsIn(type: ContentType | PageType, field: Field, usedBy: readonly string[]): string {
  const listings = usedBy.length === 0 ? [] : [`${usedBy.length} ${usedBy.length === 1 ? 'listing' : 'listings'}`];
  const words = [...rolesOf(type, field.id).filter((role) => role !== 'table'), ...listings].join(', ');
  return words ? words.charAt(0).toUpperCase() + words.slice(1) : '';
}

interface RowProps extends Props {
  field: Field;
  place: number;
}

function Row({ type, field, place, figures, selected, mayChange, onSelect, onMove, onTake }: RowProps): ReactElement {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({ id: field.id, disabled: !mayChange });
  const figure = figures?.fields.find((each) => each.field === field.id);
  const shows = showsIn(type, field, figure?.usedBy ?? []);
  const keys = (event: KeyboardEvent) => {
    if (!mayChange) return;
    if (event.altKey && (event.key === 'ArrowUp' || event.key === 'ArrowDown')) {
      event.preventDefault();
      onMove(place, place + (event.key === 'ArrowUp' ? -1 : 1));
    } else if (event.key === 'Delete' && field.id !== type.title) {
      event.preventDefault();
      onTake(field);
    }
  };
  return (
    <tr ref={setNodeRef} className={styles.row} data-here={selected === field.id} style={{ transform: CSS.Translate.toString(transform), transition, ...(isDragging ? { position: 'relative', zIndex: 1, boxShadow: '0 4px 14px rgb(0 0 0 / 0.15)' } : {}) }} onClick={() => onSelect(field.id)}>
      <td className={styles.place}>
        {place + 1}
        {mayChange && <button type="button" className={styles.handle} ref={setActivatorNodeRef} {...attributes} {...listeners} aria-label={`Move ${field.label}`} onClick={(event) => event.stopPropagation()}><GripVertical size={14} aria-hidden="true" /></button>}
      </td>
      <td><button type="button" className={styles.name} aria-pressed={selected === field.id} onClick={() => onSelect(field.id)} onKeyDown={keys}>{field.label}</button></td>
      <td><span className={styles.kind}><KindIcon kind={field.kind} />{kindOf(field).label}</span></td>
      <td className={styles.rules}>{rulesInWords(field)}</td>
      <td className={styles.shows}>{shows || <span className={look.faint}>nowhere yet</span>}</td>
      <td>{figures && figure ? <Share part={figure.filled} of={figures.total} /> : <span className={`${look.faint} ${look.small}`}>new</span>}</td>
    </tr>
  );
}

/** The ruled, numbered sheet of a type's fields. The last row adds one. */
export function FieldSheet(props: Props): ReactElement {
  const { type, mayChange, onMove, onEdit, onSelect } = props;
  const id = useId();
  const sheet = useRef<HTMLTableElement>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }), useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }));
  const dropped = ({ active, over }: DragEndEvent) => {
    const from = type.fields.findIndex((field) => field.id === active.id);
    const to = type.fields.findIndex((field) => field.id === over?.id);
    if (from >= 0 && to >= 0 && from !== to) onMove(from, to);
  };
  return (
    <div className={styles.scroll}>
      <DndContext id={id} sensors={sensors} collisionDetection={closestCenter} onDragEnd={dropped}>
        <table className={styles.sheet} ref={sheet}>
          <thead><tr><th scope="col"><span className={look.hidden}>Place</span></th><th scope="col">Field</th><th scope="col">Kind</th><th scope="col">Rules</th><th scope="col">Shows in</th><th scope="col">Coverage</th></tr></thead>
          <tbody>
            <SortableContext items={type.fields.map((field) => field.id)} strategy={verticalListSortingStrategy}>
              {type.fields.map((field, place) => <Row key={field.id} {...props} field={field} place={place} />)}
            </SortableContext>
            {mayChange && (
              <NewFieldRow
                place={type.fields.length}
                onAdd={(label, kind) => onEdit((each) => {
                  const next = addField(each, label, kind);
                  const made = next.fields.at(-1);
                  if (made) onSelect(made.id);
                  return next;
                })}
              />
            )}
          </tbody>
        </table>
      </DndContext>
    </div>
  );
}

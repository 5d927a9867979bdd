'use client';
import { Button } from '@mui/material';
import { Plus } from 'lucide-react';
import type { ReactElement } from 'react';
import { newId } from '../../../../core/ids';
import { parts, partKeys } from '../../../../core/mapping/parts';
import type { Layout, PageType } from '../../../../core/model/document';
import { keyFrom } from '../../../../core/model/naming';
import { without, YesRule } from '../../../../ui/kinds/rule-inputs';
import look from '../../../../ui/look/look.module.css';
import { TextBox } from '../../../../ui/text-box';
import { RowsEditor, type Piece } from './rows-editor';
import styles from './shape.module.css';

/** The layouts an editor chooses among: rows and columns of twelve parts holding the page's own parts and its slots. */
export function LayoutsBench({
  type,
  mayChange,
  onChange,
}: {
  type: PageType;
  mayChange: boolean;
  onChange: (layouts: Layout[]) => void;
}): ReactElement {
  const { layouts, slots, face } = type;
  const pieces: Piece[] = [
    ...partKeys
      .filter((part) => face.mapping[part])
      .map((part) => ({ held: part, label: parts[part].label })),
    ...slots.map((slot) => ({ held: { slot: slot.id }, label: `Slot ${slot.label}` })),
  ];
  const change = (id: string, part: Partial<Layout>) =>
    onChange(layouts.map((layout) => (layout.id === id ? { ...layout, ...part } : layout)));
  const add = () => {
    const label = layouts.length === 0 ? 'Usual' : `Layout ${layouts.length + 1}`;
    const own = partKeys.filter((part) => face.mapping[part]);
    const rows = [
      ...(own.length > 0 ? [{ cells: [{ width: 12, holds: own }] }] : []),
      ...slots.map((slot) => ({ cells: [{ width: 12, holds: [{ slot: slot.id }] }] })),
    ];
    onChange([
      ...layouts,
      {
        id: newId(),
        key: keyFrom(
          label,
          layouts.map(({ key }) => key),
        ),
        label,
        rows,
      },
    ]);
  };
  return (
    <div className={styles.form}>
      {layouts.length === 0 && (
        <p className={look.pencil}>
          No layout yet: the page’s own parts stand first, then every slot in order, one below the other.
        </p>
      )}
      {layouts.map((layout) => (
        <section key={layout.id} className={styles.slotsheet} aria-label={`Layout ${layout.label}`}>
          <TextBox
            id={`layout-${layout.id}`}
            label="Name of the layout"
            value={layout.label}
            disabled={!mayChange}
            onChange={(label) => change(layout.id, { label })}
            faults={layout.label.trim() ? [] : ['This needs a name.']}
            slotProps={{ input: { maxLength: 80 } }}
          />
          <YesRule
            label="Opens with its picture from edge to edge, and its first words over it"
            value={layout.opens === 'over'}
            disabled={!mayChange}
            onChange={(over) =>
              onChange(
                layouts.map((each) =>
                  each.id === layout.id
                    ? without<Layout>({ ...each, opens: over ? 'over' : undefined })
                    : each,
                ),
              )
            }
          />
          <RowsEditor
            rows={layout.rows}
            pieces={pieces}
            disabled={!mayChange}
            onChange={(rows) => change(layout.id, { rows })}
            lastFirst={layout.lastFirst ?? []}
            onLastFirst={(lastFirst) => change(layout.id, { lastFirst })}
          />
          {mayChange && (
            <div className={look.acts}>
              <Button
                size="small"
                onClick={() =>
                  onChange([
                    ...layouts,
                    {
                      ...layout,
                      id: newId(),
                      label: `${layout.label}, copy`,
                      key: keyFrom(
                        `${layout.label} copy`,
                        layouts.map(({ key }) => key),
                      ),
                    },
                  ])
                }
              >
                Copy
              </Button>
              <Button
                size="small"
                color="error"
                onClick={() => onChange(layouts.filter(({ id }) => id !== layout.id))}
              >
                Take out {layout.label}
              </Button>
            </div>
          )}
        </section>
      ))}
      {mayChange && (
        <div>
          <Button startIcon={<Plus size={15} />} onClick={add}>
            Add a layout
          </Button>
        </div>
      )}
    </div>
  );
}

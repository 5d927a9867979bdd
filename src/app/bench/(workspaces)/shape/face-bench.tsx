'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import { mapToFace } from '../../../../core/mapping/map';
import { parts, partKeys, type Mapping } from '../../../../core/mapping/parts';
import { referencesIn } from '../../../../core/content/values';
import type { JsonObject } from '../../../../core/json';
import { CompiledModel } from '../../../../core/model/compile';
import type {
  BlockType,
  ContentType,
  Face as FaceOf,
  FaceRow,
  PageType,
} from '../../../../core/model/document';
import { forFace } from '../../../../core/model/change/edit';
import { proposeMapping } from '../../../../core/model/fresh/propose-face';
import { sampleValues } from '../../../../core/model/fresh/sample-values';
import { Face } from '../../../../site/face';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { byId } from '../../../../ui/mapping-edit';
import { MappingParts } from '../../../../ui/mapping-parts';
import { SideBySide } from '../../../../ui/side-by-side';
import { Eyebrow } from '../../../../ui/marks';
import { useAsk } from '../../../../ui/use-ask';
import { useDrawing } from '../../../../ui/use-known';
import { parseForm } from '../../../../ui/parse-form';
import { VisitorPreview } from '../visitor-preview';
import { RowsEditor, type Piece } from './rows-editor';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** Where the parts stand when nobody has said so, as rows to begin from. */
const standardRows = (mapping: Mapping): FaceRow[] =>
  partKeys.filter((part) => mapping[part]).map((part) => ({ cells: [{ width: 12, holds: [part] }] }));

/**
 * How one filled-in thing looks: what feeds its parts, where they stand, in which variants; drawn beside it
 * from real content.
 */
export function FaceBench({
  type,
  of,
  mayChange,
  onChange,
}: {
  type: ContentType | PageType | BlockType;
  of: 'contentTypes' | 'pageTypes' | 'blockTypes';
  mayChange: boolean;
  onChange: (face: FaceOf) => void;
}): ReactElement {
  const { document } = useWorkingModel();
  const [narrow, setNarrow] = useState(false);
  const model = new CompiledModel(document, 0);
  const compiled = model.shape(type.id);
  const fields = compiled?.fields ?? [];
  const { face } = type;
  const { data: entries } = useAsk(
    'entries',
    { query: { type: type.key, limit: 1, sort: '-changed' } },
    { enabled: of === 'contentTypes' },
  );
  const [real] = entries?.items ?? [];
  const known = Object.fromEntries(
    Object.entries(real?.values ?? {}).filter(([key]) => fields.some((field) => field.key === key)),
  ) as JsonObject;
  // Real content where there is some; else each field says what it is.
  const values = real
    ? parseForm(fields, known, new Date().toISOString().slice(0, 10)).values
    : sampleValues(fields);
  const drawing = useDrawing(
    referencesIn(fields, values).map(({ target }) => target),
    model,
  );
  const content = compiled ? mapToFace(face.mapping, compiled, { values }, drawing) : {};
  const slots = 'slots' in type ? type.slots : [];
  const pieces: Piece[] = [
    ...partKeys
      .filter((part) => face.mapping[part])
      .map((part) => ({ held: part, label: parts[part].label })),
    ...(of === 'blockTypes'
      ? slots.map((slot) => ({ held: { slot: slot.id }, label: `Slot ${slot.label}` }))
      : []),
  ];
  const title = 'title' in type ? type.title : undefined;
  const without = <K extends keyof FaceOf>(key: K): FaceOf => {
    const { [key]: _gone, ...rest } = face;
    return rest as FaceOf;
  };
  return (
    <SideBySide
      beside={
        <div>
          <Eyebrow
            end={
              <button type="button" className={styles.link} onClick={() => setNarrow(!narrow)}>
                {narrow ? 'wide' : 'narrow'}
              </button>
            }
          >
            {real ? `As a visitor sees “${real.title}”` : 'As a visitor sees it'}
          </Eyebrow>
          <div style={{ maxWidth: narrow ? 300 : 'none' }}>
            <VisitorPreview label={`Face of ${type.label}`} style={document.houseStyle}>
              {Object.keys(content).length === 0 ? (
                <p className={look.pencil}>
                  Nothing shows yet. Give the type fields, and feed a part with one.
                </p>
              ) : (
                <Face
                  face={content}
                  level={2}
                  rows={face.rows}
                  slot={(id) => (
                    <p className={look.pencil}>Slot {slots.find((slot) => slot.id === id)?.label}</p>
                  )}
                />
              )}
            </VisitorPreview>
          </div>
        </div>
      }
    >
      <div className={styles.form}>
        <section>
          <Eyebrow>What feeds each part</Eyebrow>
          <MappingParts
            names={byId(fields, model.contentTypes)}
            mapping={face.mapping as unknown as JsonObject}
            disabled={!mayChange}
            onChange={(mapping) => onChange({ ...face, mapping: mapping as unknown as Mapping })}
          />
          {mayChange && (
            <Button
              size="small"
              onClick={() =>
                onChange({ ...without('rows'), mapping: proposeMapping(forFace(type, fields), title) })
              }
            >
              Propose it anew from the fields
            </Button>
          )}
        </section>
        <section>
          <Eyebrow>Where the parts stand</Eyebrow>
          {face.rows ? (
            <>
              <RowsEditor
                rows={face.rows}
                pieces={pieces}
                disabled={!mayChange}
                onChange={(rows) => onChange({ ...face, rows })}
              />
              {mayChange && (
                <Button size="small" onClick={() => onChange(without('rows'))}>
                  Back to one below the other
                </Button>
              )}
            </>
          ) : (
            <>
              <p className={`${look.pencil} ${look.small}`}>
                One below the other, in the order of the parts.
              </p>
              {mayChange && (
                <Button size="small" onClick={() => onChange({ ...face, rows: standardRows(face.mapping) })}>
                  Set them in rows and columns
                </Button>
              )}
            </>
          )}
        </section>
        {of === 'blockTypes' && (
          <Labelled id="face-variants" label="Looks an editor may choose" group>
            <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 16px' }}>
              {document.houseStyle.variants.map(({ key, label }) => (
                <YesRule
                  key={key}
                  label={label}
                  value={face.variants?.includes(key) ?? false}
                  onChange={(may) =>
                    onChange({
                      ...face,
                      variants: document.houseStyle.variants
                        .map((each) => each.key)
                        .filter((each) => (each === key ? may : face.variants?.includes(each))),
                    })
                  }
                />
              ))}
            </div>
          </Labelled>
        )}
      </div>
    </SideBySide>
  );
}

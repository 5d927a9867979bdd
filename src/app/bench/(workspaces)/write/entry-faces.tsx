'use client';
import { MenuItem, Select } from '@mui/material';
import { memo, useState, type ReactElement } from 'react';
import { referencesIn, type Values } from '../../../../core/content/values';
import { columnsOf, inRatio } from '../../../../core/mapping/arrangement/arrange';
import type { Arrangement, SetOut } from '../../../../core/mapping/arrangement/arrangement';
import { mappingIn } from '../../../../core/mapping/rule/sources';
import { mapToFace } from '../../../../core/mapping/map';
import { parseRule } from '../../../../core/mapping/rule/parse';
import type { Mapping } from '../../../../core/mapping/parts';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { Face } from '../../../../site/face';
import { Listing } from '../../../../site/listing';
import look from '../../../../ui/look/look.module.css';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';
import { useDrawing } from '../../../../ui/use-known';
import { VisitorPreview } from '../visitor-preview';

interface Way {
  key: string;
  label: string;
  mapping: Mapping;
  /** As which listing sets it out; without, it stands alone. */
  arrangement?: Arrangement;
  setOut?: SetOut;
}

/** How an entry looks on its own and in each listing of its type. A click on a part goes to its field. */
export const EntryFaces = memo(function EntryFaces({
  type,
  values,
  onField,
}: {
  type: CompiledType<ContentType>;
  values: Values;
  onField: (field: string) => void;
}): ReactElement {
  const model = useModel();
  const { data } = useAsk('listings');
  const drawing = useDrawing(referencesIn(type.fields, values).map(({ target }) => target));
  const [chosen, setChosen] = useState('own');
  const listings = (data?.items ?? []).flatMap(({ id, label, rule: spoken }): Way[] => {
    const { rule } = parseRule(model, spoken);
    return rule?.from.includes(type.id)
      ? [
          {
            key: id,
            label: `In ${label}`,
            arrangement: rule.arrangement,
            setOut: rule.setOut ?? {},
            mapping: mappingIn(rule.mapping, type),
          },
        ]
      : [];
  });
  const ways: Way[] = [
    { key: 'own', label: 'On its own', mapping: type.definition.face.mapping },
    ...listings,
  ];
  const way = ways.find(({ key }) => key === chosen) ?? ways[0];
  const face = way ? mapToFace(way.mapping, type, { values }, drawing) : {};
  return (
    <div>
      <Select
        fullWidth
        value={way?.key ?? 'own'}
        onChange={({ target }) => setChosen(target.value)}
        sx={{ mb: '10px' }}
        slotProps={{ input: { 'aria-label': 'How it looks' } }}
      >
        {ways.map(({ key, label }) => (
          <MenuItem key={key} value={key}>
            {label}
          </MenuItem>
        ))}
      </Select>
      {way && (
        <VisitorPreview label={`How it looks: ${way.label}`} onField={(field) => onField(field)}>
          {way.arrangement ? (
            <Listing
              level={2}
              traced
              locale={model.locale}
              id="face"
              listing={{
                heading: '',
                arrangement: way.arrangement,
                setOut: way.setOut ?? {},
                matching: 1,
                columns: columnsOf(way.mapping, type.fields),
                items: inRatio([{ id: '', face }], way.arrangement, way.setOut ?? {}),
              }}
            />
          ) : (
            <Face face={face} level={3} traced />
          )}
        </VisitorPreview>
      )}
      <p className={`${look.pencil} ${look.small}`} style={{ marginTop: 6 }}>
        Drawn from what is in the form. Click a part to go to its field.
      </p>
    </div>
  );
});

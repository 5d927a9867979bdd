'use client';
import { MenuItem, Select } from '@mui/material';
import { useMemo, type ReactElement } from 'react';
import { referencesIn, type Values } from '../../../../core/content/values';
import { columnsOf, inRatio } from '../../../../core/mapping/arrangement/arrange';
import type { Arrangement, SetOut } from '../../../../core/mapping/arrangement/arrangement';
import { mapToFace } from '../../../../core/mapping/map';
import type { Mapping } from '../../../../core/mapping/parts';
import { parseRule } from '../../../../core/mapping/rule/parse/rule';
import { mappingIn } from '../../../../core/mapping/rule/sources';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { Face } from '../../../../site/face';
import { Listing } from '../../../../site/listing';
import { sayingIn } from '../../../../core/model/visitor-words';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';
import { useDrawing } from '../../../../ui/use-known';
import { VisitorPreview } from '../visitor-preview';

/** One way in which visitors see entries of a type. */
export interface EntryWay {
  key: string;
  label: string;
  mapping: Mapping;
  /** As which listing sets it out; without, it stands alone. */
  arrangement?: Arrangement;
  setOut?: SetOut;
}

/** The ways in which entries of a type are seen: on their own, and in each listing of the type. */
export function useEntryWays(type: CompiledType<ContentType> | undefined): EntryWay[] {
  const model = useModel();
  const { data } = useAsk('listings');
  return useMemo(
    () =>
      type
        ? [
            { key: 'own', label: 'On its own', mapping: type.definition.face.mapping },
            ...(data?.items ?? []).flatMap(({ id, label, rule: spoken }): EntryWay[] => {
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
            }),
          ]
        : [],
    [data, model, type],
  );
}

export const WayChoice = ({
  ways,
  chosen,
  onChoose,
}: {
  ways: readonly EntryWay[];
  chosen: string;
  onChoose: (key: string) => void;
}): ReactElement => (
  <Select
    fullWidth
    value={ways.some(({ key }) => key === chosen) ? chosen : 'own'}
    onChange={({ target }) => onChoose(target.value)}
    sx={{ mb: '10px' }}
    slotProps={{ input: { 'aria-label': 'How it looks' } }}
  >
    {ways.map(({ key, label }) => (
      <MenuItem key={key} value={key}>
        {label}
      </MenuItem>
    ))}
  </Select>
);

/** What an entry says, drawn in one of its ways by the site's own components. */
export function EntryDrawn({
  type,
  way,
  values,
  locale = '',
  label = 'How it looks',
  onField = () => {},
}: {
  type: CompiledType<ContentType>;
  way: EntryWay;
  values: Values;
  /** The language that is looked at; nothing for the main one. */
  locale?: string;
  /** What sets it apart from others on one screen. */
  label?: string;
  onField?: (field: string) => void;
}): ReactElement {
  const model = useModel();
  const inMain = useDrawing(referencesIn(type.fields, values).map(({ target }) => target));
  const drawing = useMemo(
    () =>
      locale === '' ? inMain : { ...inMain, locale, language: locale, say: sayingIn(model.document, locale) },
    [inMain, locale, model],
  );
  const face = mapToFace(way.mapping, type, { values }, drawing);
  return (
    <VisitorPreview label={`${label}: ${way.label}`} onField={(field) => onField(field)}>
      {way.arrangement ? (
        <Listing
          level={2}
          traced
          locale={locale || model.locale}
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
  );
}

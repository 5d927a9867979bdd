'use client';
import { useMemo, type ReactElement } from 'react';
import { referencesIn, titleOf } from '../../../../core/content/values';
import { foundSaid } from '../../../../core/mapping/found-said';
import { mapToFace } from '../../../../core/mapping/map';
import { answersOf } from '../../../../core/model/page-source';
import { goToField } from '../../../../ui/go-to-field';
import { useToldDrawing } from '../../../../ui/use-known';
import { usePaused } from '../../../../ui/use-paused';
import { FoundAndShared } from '../found-and-shared';
import { isPatternOf } from './is-pattern';
import type { PageEditing } from './use-page-editing';

/**
 * How a page is found and shared: from what is in the form, and in another language or for words of a category as it was
 * drawn last. A page that is no place to go to, or says how those of entries are, has none of its own.
 */
export function PageFound({ editing }: { editing: PageEditing }): ReactElement | null {
  const { model, type, kept, drawn, reading, language } = editing;
  const source = answersOf(type.definition.source);
  const values = usePaused(reading.values);
  const isDrawnHere = language === '' && kept.category === null && !isPatternOf(editing);
  const drawing = useToldDrawing(
    isDrawnHere ? referencesIn(type.fields, values).map(({ target }) => target) : [],
  );
  const page = useMemo(() => {
    if (!drawn || !isDrawnHere) return drawn?.page;
    if (!drawing) return undefined;
    const { found: _drawn, ...rest } = drawn.page;
    return {
      ...rest,
      title: titleOf(type.definition, values),
      face: mapToFace(type.definition.face.mapping, type, { values }, drawing),
      ...foundSaid(type, { values }, drawing),
    };
  }, [drawn, isDrawnHere, drawing, type, values]);
  if (!page || source.leads || model.contentType(source.entryType ?? '')) return null;
  const { found: mapping } = type.definition;
  return (
    <FoundAndShared
      page={page}
      onPart={
        mapping &&
        ((part) => {
          const field = type.field(mapping[part]?.[0] ?? '');
          if (field) goToField(field.key);
        })
      }
    />
  );
}

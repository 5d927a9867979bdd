'use client';
import { memo, type ReactElement } from 'react';
import { referencesIn, titleOf, type Values } from '../../../../core/content/values';
import { foundSaid } from '../../../../core/mapping/found-said';
import { mapToFace } from '../../../../core/mapping/map';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { goToField } from '../../../../ui/go-to-field';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';
import { useToldDrawing } from '../../../../ui/use-known';
import { FoundAndShared } from '../found-and-shared';

const NO_PAGE_YET = '/…';

/** How the page of an entry is found and shared, from what is in the form. */
export const EntryFound = memo(function EntryFound({
  type,
  values,
  locale,
  address,
}: {
  type: CompiledType<ContentType>;
  /** What the form says in the language that is looked at. */
  values: Values;
  locale: string;
  /** Where its page stands; null before it has one. */
  address: string | null;
}): ReactElement | null {
  const model = useModel();
  const { data: sites } = useAsk('sites');
  const drawing = useToldDrawing(referencesIn(type.fields, values).map(({ target }) => target));
  const at = address ?? NO_PAGE_YET;
  const site = [...(sites?.items ?? [])]
    .sort((a, b) => b.address.length - a.address.length)
    .find((each) => each.address === '/' || at === each.address || at.startsWith(`${each.address}/`));
  if (!site || !drawing) return null;
  const { found: mapping, title } = type.definition;
  return (
    <FoundAndShared
      page={{
        title: titleOf({ title }, values),
        site,
        isTop: false,
        face: mapToFace(type.definition.face.mapping, type, { values }, drawing),
        languages: [],
        locale: locale || model.locale,
        address: at,
        ...foundSaid(type, { values }, drawing),
      }}
      onPart={
        mapping &&
        ((part) => {
          const field = type.field(mapping[part]?.[0] ?? '');
          if (field) goToField(field.key);
        })
      }
    />
  );
});

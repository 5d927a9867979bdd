'use client';
import { memo, useState, type ReactElement } from 'react';
import type { Values } from '../../../../core/content/values';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import look from '../../../../ui/look/look.module.css';
import { EntryDrawn, useEntryWays, WayChoice } from './entry-ways';

/** How an entry looks on its own and in each listing of its type. A click on a part goes to its field. */
export const EntryFaces = memo(function EntryFaces({
  type,
  values,
  locale = '',
  onField,
}: {
  type: CompiledType<ContentType>;
  values: Values;
  /** The language that is looked at; nothing for the main one. */
  locale?: string;
  onField: (field: string) => void;
}): ReactElement {
  const ways = useEntryWays(type);
  const [chosen, setChosen] = useState('own');
  const way = ways.find(({ key }) => key === chosen) ?? ways[0];
  return (
    <div>
      <WayChoice ways={ways} chosen={chosen} onChoose={setChosen} />
      {way && <EntryDrawn type={type} way={way} values={values} locale={locale} onField={onField} />}
      <p className={`${look.pencil} ${look.small}`} style={{ marginTop: 6 }}>
        Drawn from what is in the form. Click a part to go to its field.
      </p>
    </div>
  );
});

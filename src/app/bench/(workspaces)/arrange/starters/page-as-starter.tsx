'use client';
import { Button } from '@mui/material';
import { useMemo, useState, type ReactElement } from 'react';
import { isJsonObject } from '../../../../../core/json';
import type { StarterContent } from '../../../../../core/content/starters';
import { localizedPatchOf } from '../../../../../ui/form-languages';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import type { PageEditing } from '../use-page-editing';
import { KeepStarter } from '../canvas/dialogs-later';

/** Keeps the whole page, as it is in the draft, as a starter for others of its type. */
export function PageAsStarter({ editing, title }: { editing: PageEditing; title: string }): ReactElement {
  const { model, type, values, slots, kept } = editing;
  const [keeping, setKeeping] = useState(false);
  const content = useMemo((): StarterContent => {
    const said = localizedPatchOf(values, model.document.locales.others);
    return {
      values: isJsonObject(said.values) ? said.values : {},
      translations: isJsonObject(said.translations) ? said.translations : {},
      hints: kept.hints,
      slots,
      ...(kept.listing === null ? {} : { listing: kept.listing }),
    };
  }, [kept.hints, kept.listing, model, slots, values]);
  return (
    <section>
      <Eyebrow>As a starter</Eyebrow>
      <p className={`${look.pencil} ${look.small}`}>
        Other pages of this type may begin as this one is, with as much of it as you choose.
      </p>
      <Button onClick={() => setKeeping(true)}>Keep this page as a starter…</Button>
      {keeping && (
        <KeepStarter
          model={model}
          type={type}
          layout={kept.layout ?? undefined}
          content={content}
          first={title}
          onClose={() => setKeeping(false)}
        />
      )}
    </section>
  );
}

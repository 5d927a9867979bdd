'use client';
import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { EntryAnswer } from '../../../../contract/entries';
import type { JsonObject } from '../../../../core/json';
import type { Field } from '../../../../core/model/document';
import { ask } from '../../../../ui/ask';
import type { FieldSource } from '../../../../ui/source-column';
import { sourcesOf } from '../../../../ui/sources-of';
import { useAsk } from '../../../../ui/use-ask';

/**
 * What stands beside the fields of an entry in another language, by their keys in the form: what the main language says
 * there, whether it changed since the translation was written, and what it said then. Nothing for the main language.
 */
export function useSources(
  fields: readonly Field[],
  locale: string,
  kept: EntryAnswer,
  given: JsonObject,
  /** Takes what is kept now; nothing where nobody may change it. */
  onRight: ((answer: EntryAnswer) => void) | undefined,
): ReadonlyMap<string, FieldSource> | undefined {
  const client = useQueryClient();
  const older = useMemo(() => kept.older[locale] ?? [], [kept.older, locale]);
  const { id, revision } = kept;
  const { data } = useAsk(
    'earlierSources',
    { path: { id, locale } },
    { enabled: locale !== '' && older.length > 0 },
  );
  return useMemo(() => {
    if (locale === '') return undefined;
    return sourcesOf(fields, locale, given, older, (field) => {
      const confirm = () =>
        void ask('changeEntry', {
          path: { id },
          revision,
          body: { confirmed: { [locale]: [field.key] } },
        }).then((answer) => {
          onRight?.(answer);
          return client.invalidateQueries({ queryKey: ['earlierSources'] });
        });
      return { before: data?.values[field.key], ...(onRight ? { onRight: confirm } : {}) };
    });
  }, [fields, locale, given, older, data, id, revision, onRight, client]);
}

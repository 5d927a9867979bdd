'use client';
import type { ReactElement } from 'react';
import { fieldsFor } from '../../../../ui/form-languages';
import { LanguageChoice } from '../../../../ui/language-choice';
import { faultsBelow } from '../../../../ui/parse-form';
import type { PageEditing } from './use-page-editing';

/** In which language a page or a shared block is filled in, each with what is to fix in it. */
export const PageLanguages = ({
  editing,
}: {
  editing: Pick<PageEditing, 'model' | 'language' | 'setLanguage' | 'fields' | 'faults'>;
}): ReactElement => (
  <LanguageChoice
    value={editing.language}
    onChange={editing.setLanguage}
    toFix={['', ...editing.model.document.locales.others].map((each) =>
      fieldsFor(editing.fields, each).reduce(
        (sum, { key }) => sum + faultsBelow(editing.faults, `/values/${key}`).length,
        0,
      ),
    )}
  />
);

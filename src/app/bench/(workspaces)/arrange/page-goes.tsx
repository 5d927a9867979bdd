'use client';
import type { ReactElement } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import { Sure } from '../../../../ui/sure';
import { useAsk } from '../../../../ui/use-ask';

/** Asks before a page goes from where visitors see it, or into the bin: what it means for the site, and for all that names it. */
export function PageGoes({
  page,
  how,
  onCancel,
  onSure,
}: {
  page: PageAnswer;
  how: 'withdraw' | 'bin';
  onCancel: () => void;
  onSure: (instead?: string) => void;
}): ReactElement {
  const { data: below } = useAsk('pagesBelow', { query: { ids: page.id } });
  const { data: reach } = useAsk('pageReach', { path: { id: page.id } });
  const named = (below?.items ?? []).map(({ id, title, state }) => ({ id, label: title, state }));
  const isTop = page.parent === null;
  const name = page.title || 'this page';
  return (
    <Sure
      title={how === 'withdraw' ? `Withdraw “${name}”?` : `Put “${name}” in the bin?`}
      act={how === 'withdraw' ? 'Withdraw it' : 'Bin it'}
      said={
        how === 'bin'
          ? [
              page.shown.length > 0
                ? `Visitors see this page at ${page.address}. They find nothing there then.`
                : 'Visitors do not see this page.',
            ]
          : isTop
            ? ['It is the first page of its site: whoever comes to the site finds nothing there.']
            : [`Whoever comes to ${page.address} finds nothing there.`]
      }
      reach={
        below &&
        reach && [
          how === 'bin'
            ? {
                words: 'Pages below it go into the bin with it:',
                things: named,
                total: below.all,
              }
            : {
                words: 'Pages below it keep their addresses, with no page above to lead to them:',
                things: named.filter(({ state }) => state === 'published'),
                total: below.seen,
              },
          { words: 'These name it, and their links would lead nowhere:', things: reach.goesTo },
          {
            words: 'Pages that change:',
            things: reach.pages.filter(({ id }) => id !== page.id),
          },
        ]
      }
      undo={
        how === 'bin'
          ? 'It comes back from the bin to its place, with its address.'
          : 'It can be taken back at once, or later in Watch.'
      }
      {...(page.shown.length > 0 ? { record: page.id, leads: true } : {})}
      onCancel={onCancel}
      onSure={onSure}
    />
  );
}

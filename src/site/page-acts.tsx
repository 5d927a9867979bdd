import type { ReactElement } from 'react';
import type { VisitorPage } from '../core/site/visitor-page';
import { foundWords } from './found-words';
import { sayingsFor } from './sayings';

/**
 * What a visitor may do with a page: send it by mail, which works without script; print it and share it by the device,
 * which are there once `work-acts` has run and the device can.
 */
export function PageActs({ page }: { page: VisitorPage }): ReactElement {
  const said = sayingsFor(page.locale);
  const { title, result, address } = foundWords(page);
  const mail = new URLSearchParams({
    subject: title,
    body: [result.words, address].filter(Boolean).join('\n\n'),
  });
  return (
    <p className="acts" data-acts="" data-title={title} data-address={address}>
      <a href={`mailto:?${mail.toString().replaceAll('+', '%20')}`}>{said.byMail}</a>
      <button type="button" data-act="print" hidden>
        {said.print}
      </button>
      <button type="button" data-act="share" hidden>
        {said.share}
      </button>
    </p>
  );
}

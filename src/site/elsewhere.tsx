import type { ReactElement } from 'react';
import type { FromElsewhere } from '../core/site/providers';
import { sayingsFor } from './sayings';

/**
 * Something that stands elsewhere: where it comes from, and the way there. Nothing of it is fetched until a visitor asks for
 * it to be shown here (`show-elsewhere`), which needs script; the way there does not.
 */
export function Elsewhere({
  elsewhere: { address, words, from, shows = address },
  locale,
}: {
  elsewhere: FromElsewhere;
  locale: string;
}): ReactElement {
  const said = sayingsFor(locale).elsewhere;
  return (
    <div
      className="elsewhere"
      data-elsewhere={from === undefined ? undefined : shows}
      data-title={words || from}
    >
      <p>{from === undefined ? said.away : said.from(from)}</p>
      <p>
        <button type="button" data-shows="" hidden>
          {said.show}
        </button>
        <a href={address} rel="noreferrer">
          {from === undefined ? address.replace(/^https?:\/\//, '') : said.open(from)}
        </a>
      </p>
    </div>
  );
}

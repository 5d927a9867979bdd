import type { ReactElement } from 'react';
import type { DrawnSearch, VisitorPage } from '../core/site/visitor-page';
import { sayingsFor } from './sayings';
import { wordsFor } from './words';

/** Where words are typed to search the site; sent by the browser itself. */
export function SearchField({
  seek,
  site,
  locale,
  words = '',
  id,
}: {
  seek: string;
  site: string;
  locale: string;
  words?: string;
  id: string;
}): ReactElement {
  const said = sayingsFor(locale);
  return (
    <form className="seek" role="search" action={seek}>
      <label className="out-of-sight" htmlFor={id}>
        {said.searchThis(site)}
      </label>
      <input
        id={id}
        type="search"
        name="q"
        defaultValue={words}
        placeholder={said.searchThis(site)}
        maxLength={200}
        autoComplete="off"
      />
      <button type="submit" className="button">
        {said.find}
      </button>
    </form>
  );
}

function Results({ search, locale }: { search: DrawnSearch; locale: string }): ReactElement {
  const said = sayingsFor(locale);
  const words = wordsFor(locale);
  return (
    <>
      {search.sorts.length > 0 && (
        <nav className="sorts" aria-label={said.sorts}>
          <ul>
            {search.sorts.map(({ label, count, address, here }) => (
              <li key={address}>
                <a href={address} aria-current={here ? 'true' : undefined}>
                  {label || said.everything} <span className="count">{count}</span>
                </a>
              </li>
            ))}
          </ul>
        </nav>
      )}
      <ol className="found">
        {search.found.map(({ label, address, kind, passage }) => (
          <li key={address}>
            <p className="kicker">{kind}</p>
            <h2>
              <a href={address}>{label}</a>
            </h2>
            {passage.length > 0 && (
              <p>
                {passage.map((piece, i) => (piece.hit ? <mark key={i}>{piece.words}</mark> : piece.words))}
              </p>
            )}
          </li>
        ))}
      </ol>
      {(search.previous ?? search.next) !== undefined && (
        <nav className="results" aria-label={words.results}>
          {search.previous !== undefined && (
            <a rel="prev" href={search.previous}>
              {words.previous}
            </a>
          )}
          {search.next !== undefined && (
            <a rel="next" href={search.next}>
              {words.next}
            </a>
          )}
        </nav>
      )}
    </>
  );
}

/** The page of a search: the field, what was found, or what helps where nothing was. */
export function SearchPage({ page }: { page: VisitorPage }): ReactElement {
  const { search, locale, site, seek = '' } = page;
  return (
    <section>
      <div className="wide sought">
        <SearchField
          seek={seek}
          site={site.label}
          locale={locale}
          words={search?.words ?? ''}
          id="seek-here"
        />
        {search && search.found.length > 0 && <Results search={search} locale={locale} />}
        {search && search.words !== '' && search.found.length === 0 && (
          <p>{sayingsFor(locale).foundNothing}</p>
        )}
      </div>
    </section>
  );
}

import type { ReactElement } from 'react';
import type { VisitorPage } from '../core/site/visitor-page';
import { foundWords, structured } from './found-words';

/**
 * What others read of a page who look for it or share it: its description, its one address, the languages it is truly said
 * in, its picture and words on a card (Open Graph), and where it stands (schema.org). Pages that only say that something is
 * missing, show a choice, or answer one visitor are left out by search engines.
 */
export function FoundBy({ page }: { page: VisitorPage }): ReactElement {
  const { origin = '', languages, filtered, site, locale } = page;
  const { title, description, address, picture } = foundWords(page);
  const said = languages.filter((each) => each.said !== false);
  const [main] = languages;
  return (
    <>
      {description && <meta name="description" content={description} />}
      {filtered || page.contact ? (
        <meta name="robots" content="noindex" />
      ) : (
        <>
          <link rel="canonical" href={`${origin}${address}`} />
          {said.length > 1 &&
            said.map((each) => (
              <link
                key={each.locale}
                rel="alternate"
                hrefLang={each.locale}
                href={`${origin}${each.address}`}
              />
            ))}
          {said.length > 1 && main && (
            <link rel="alternate" hrefLang="x-default" href={`${origin}${main.address}`} />
          )}
          <meta property="og:title" content={title} />
          <meta property="og:type" content={page.isTop ? 'website' : 'article'} />
          <meta property="og:url" content={`${origin}${address}`} />
          <meta property="og:site_name" content={site.label} />
          <meta property="og:locale" content={locale.replace('-', '_')} />
          {description && <meta property="og:description" content={description} />}
          {picture && <meta property="og:image" content={`${origin}${picture.address}`} />}
          {picture?.alt && <meta property="og:image:alt" content={picture.alt} />}
          {structured(page).map((each) => (
            <script
              key={String(each['@type'])}
              type="application/ld+json"
              // What ends a script is no part of it.
              dangerouslySetInnerHTML={{ __html: JSON.stringify(each).replaceAll('<', '\\u003c') }}
            />
          ))}
        </>
      )}
    </>
  );
}

import type { ReactElement } from 'react';
import type { VisitorPage } from '../core/site/visitor-page';
import { foundWords, structured } from './found-words';

/**
 * What others read of a page who look for it or share it: its description, its one address, the languages it is truly said
 * in, its picture and words on a card (Open Graph), and where it stands (schema.org). Pages that only say that something is
 * missing, show a choice, or answer one visitor are left out by search engines; so is what somebody said to leave out, which
 * may be shared all the same.
 */
export function FoundBy({ page }: { page: VisitorPage }): ReactElement {
  const { result, isHidden } = foundWords(page);
  const isPassing = page.filtered === true || page.contact !== undefined || page.commented !== undefined;
  return (
    <>
      {result.words && <meta name="description" content={result.words} />}
      {isPassing || isHidden ? <meta name="robots" content="noindex" /> : <FirstAt page={page} />}
      {!isPassing && <Card page={page} />}
      {!isPassing &&
        !isHidden &&
        structured(page).map((each) => (
          <script
            key={String(each['@type'])}
            type="application/ld+json"
            // What ends a script is no part of it.
            dangerouslySetInnerHTML={{ __html: JSON.stringify(each).replaceAll('<', '\\u003c') }}
          />
        ))}
    </>
  );
}

/** The one address that counts, and where the page stands in other languages; only what counts itself names those. */
function FirstAt({ page }: { page: VisitorPage }): ReactElement {
  const { origin = '', languages } = page;
  const { address, isElsewhere } = foundWords(page);
  const said = languages.filter((each) => each.said !== false);
  const [main] = languages;
  return (
    <>
      <link rel="canonical" href={address} />
      {!isElsewhere &&
        said.length > 1 &&
        said.map((each) => (
          <link key={each.locale} rel="alternate" hrefLang={each.locale} href={`${origin}${each.address}`} />
        ))}
      {!isElsewhere && said.length > 1 && main && (
        <link rel="alternate" hrefLang="x-default" href={`${origin}${main.address}`} />
      )}
    </>
  );
}

/** The card of a page where it is shared (ogp.me). */
function Card({ page }: { page: VisitorPage }): ReactElement {
  const { card, address } = foundWords(page);
  return (
    <>
      <meta property="og:title" content={card.title} />
      <meta property="og:type" content={page.isTop ? 'website' : 'article'} />
      <meta property="og:url" content={address} />
      <meta property="og:site_name" content={page.site.label} />
      <meta property="og:locale" content={page.locale.replace('-', '_')} />
      {card.words && <meta property="og:description" content={card.words} />}
      {card.picture && <meta property="og:image" content={card.picture.address} />}
      {card.picture?.alt && <meta property="og:image:alt" content={card.picture.alt} />}
    </>
  );
}

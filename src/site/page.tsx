import type { ReactElement } from 'react';
import { feedKinds, feedTypes } from '../core/site/address';
import type { DrawnListing, VisitorPage } from '../core/site/visitor-page';
import { accountWordsFor } from './account-words';
import { firstFonts } from './font-faces';
import { FoundBy } from './found-by';
import { foundWords } from './found-words';
import { HeadNavigation, NavigationList } from './navigation';
import { FootSlots, PageMain } from './page-main';
import { sayingsFor } from './sayings';
import { SearchField } from './search';
import { SiteMarks } from './site-marks';
import { nameOfLanguage, wordsFor } from './words';

/** Whether anything on the page is shown one after the other, or leafed through. */
const addsByScript = ({ listing, slots }: Pick<VisitorPage, 'slots'> & { listing?: DrawnListing }): boolean =>
  listing?.arrangement === 'slideshow' ||
  listing?.arrangement === 'gallery' ||
  Object.values(slots).some((blocks) =>
    blocks.some(
      (block) => block.behaves === 'slideshow' || block.elsewhere !== undefined || addsByScript(block),
    ),
  );

/** A whole visitor's page. Drawn once on the server to plain HTML; no hooks, no context, no client script. */
export function Page({
  page,
  stylesheet,
  script,
  icon,
}: {
  page: VisitorPage;
  stylesheet: string;
  script: string;
  icon: string;
}): ReactElement {
  const { site, navigation, foot, listing, isTop, languages } = page;
  const words = wordsFor(page.locale);
  const results = listing?.results;
  const [previous, next] = results
    ? [results.addresses[results.here - 2], results.addresses[results.here]]
    : [];
  const isSide = site.style.navigation === 'side';
  const bodyClass = [isTop ? 'top' : '', isSide && navigation.length > 0 ? 'side' : '']
    .filter(Boolean)
    .join(' ');
  return (
    <html lang={page.locale}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>{foundWords(page).result.title}</title>
        <FoundBy page={page} />
        {previous !== undefined && <link rel="prev" href={previous} />}
        {next !== undefined && <link rel="next" href={next} />}
        {feedKinds.map((kind) => {
          const href = page.feeds?.[kind];
          return (
            href && <link key={kind} rel="alternate" type={feedTypes[kind]} href={href} title={page.title} />
          );
        })}
        {[...new Set([firstFonts[site.style.type.headings], firstFonts.plain])].map((font) => (
          <link key={font} rel="preload" as="font" type="font/woff2" crossOrigin="" href={font} />
        ))}
        <SiteMarks site={site} icon={icon} />
        <meta name="theme-color" content={site.style.palette.paper} media="(prefers-color-scheme: light)" />
        <meta name="theme-color" content={site.style.dark.paper} media="(prefers-color-scheme: dark)" />
        {page.seek !== undefined && (
          <link rel="manifest" href={`/site.webmanifest?at=${encodeURIComponent(page.seek)}`} />
        )}
        {page.seek !== undefined && (
          <link
            rel="search"
            type="application/opensearchdescription+xml"
            href={`/opensearch.xml?at=${encodeURIComponent(page.seek)}`}
            title={site.label}
          />
        )}
        <link rel="stylesheet" href={stylesheet} />
        {(page.acts || addsByScript(page)) && <script defer src={script} />}
      </head>
      <body className={bodyClass || undefined}>
        <a className="skip" href="#main">
          {words.toContent}
        </a>
        <header className="site">
          <div className="wide">
            <a className="name" href={site.home}>
              {site.label}
            </a>
            {page.seek !== undefined &&
              (isSide ? (
                <SearchField seek={page.seek} site={site.label} locale={page.locale} id="seek" />
              ) : (
                <a className="to-seek" href={`${page.seek}?q=`}>
                  {sayingsFor(page.locale).search}
                </a>
              ))}
            {languages.length > 0 && (
              <nav className="languages" aria-label={words.languages}>
                <ul>
                  {languages.map(({ locale, address, here }) => (
                    <li key={locale}>
                      <a
                        href={address}
                        lang={locale}
                        hrefLang={locale}
                        aria-current={here ? 'true' : undefined}
                      >
                        {nameOfLanguage(locale)}
                      </a>
                    </li>
                  ))}
                </ul>
              </nav>
            )}
            {navigation.length > 0 && !isSide && <HeadNavigation items={navigation} words={words} />}
            {navigation.length > 0 && isSide && (
              <a className="to-pages" href="#pages">
                {words.allPages}
              </a>
            )}
          </div>
        </header>
        <main id="main" className="matter">
          <PageMain page={page} around={page} />
        </main>
        {navigation.length > 0 && isSide && (
          <nav className="main beside-all" id="pages" aria-label={words.main}>
            <NavigationList items={navigation} />
          </nav>
        )}
        <footer className="end">
          <div className="wide">
            {page.author && <p className="author">{page.author}</p>}
            {page.visits !== undefined && <p className="visits">{words.visits(page.visits)}</p>}
            <div className="foot-parts">
              <FootSlots page={page} around={page} />
              {foot.length > 0 && (
                <nav className="foot" aria-label={words.foot}>
                  <NavigationList items={foot} />
                </nav>
              )}
            </div>
            <p className="last">
              <a className="name" href={site.home}>
                {site.label}
              </a>
              {languages
                .filter(({ here }) => !here)
                .map(({ locale, address }) => (
                  <a key={locale} href={address} lang={locale} hrefLang={locale}>
                    {nameOfLanguage(locale)}
                  </a>
                ))}
              {page.feeds && <a href={page.feeds.atom}>{words.feed}</a>}
              {page.accountWay && (
                <a href={page.accountWay.address} rel="nofollow">
                  {accountWordsFor(page.locale)[page.accountWay.isIn ? 'yours' : 'signIn']}
                </a>
              )}
            </p>
          </div>
        </footer>
      </body>
    </html>
  );
}

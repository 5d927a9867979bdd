import type { ReactElement } from 'react';
import type { PartKey } from '../core/mapping/parts';
import type { FaceCell } from '../core/model/document';
import type { DrawnListing, VisitorPage } from '../core/site/visitor-page';
import { Blocks } from './block';
import { Face, FacePart } from './face';
import { Listing } from './listing';
import { nameOfLanguage, wordsFor, type SiteWords } from './words';

/** The land's line at the foot of the top page's opening, in the house's colours. */
const Horizon = () => (
  <svg className="horizon" viewBox="0 0 1280 160" preserveAspectRatio="none" aria-hidden="true">
    <path className="far" d="M0 46 C 220 2 420 18 640 52 S 1080 92 1280 34 V160 H0 Z" />
    <path className="mid" d="M0 86 C 260 54 470 62 700 92 S 1120 118 1280 74 V160 H0 Z" />
    <path className="near" d="M0 124 C 280 96 520 108 760 126 S 1130 140 1280 112 V160 H0 Z" />
  </svg>
);

/** Whether anything on the page is shown one after the other: all that a visitor's page ever needs script for. */
const turnsSlides = ({ listing, slots }: Pick<VisitorPage, 'slots'> & { listing?: DrawnListing }): boolean =>
  listing?.arrangement === 'slideshow' ||
  Object.values(slots).some((blocks) =>
    blocks.some((block) => block.behaves === 'slideshow' || turnsSlides(block)),
  );

/** What a cell holds from the top down: slots by their ids, and between them the parts that stand together. */
function runsOf(holds: FaceCell['holds']): (string | PartKey[])[] {
  const runs: (string | PartKey[])[] = [];
  for (const held of holds) {
    const last = runs.at(-1);
    if (typeof held !== 'string') runs.push(held.slot);
    else if (Array.isArray(last)) last.push(held);
    else runs.push([held]);
  }
  return runs;
}

/** The page's own parts and its slots, set out in the rows of its layout from one to before another. */
function LaidOut({ page, from, until }: { page: VisitorPage; from: number; until: number }): ReactElement {
  const { rows = [], lastFirst = [], slots } = page;
  return (
    <>
      {rows
        .slice(from, until)
        .map(({ cells }, i) => ({ cells, r: from + i }))
        .map(({ cells, r }) => (
          <div className="wide" key={r}>
            <div className={`row${lastFirst.includes(r) ? ' last-first' : ''}`}>
              {cells.map(({ width, holds }, c) => (
                <div className={`cell w-${width}`} key={c}>
                  {runsOf(holds).map((run, i) =>
                    typeof run === 'string' ? (
                      <Blocks key={run} blocks={slots[run] ?? []} level={2} around={page} />
                    ) : (
                      run.some((part) => page.face[part]) && (
                        <article className="face" key={i}>
                          {run.map((part) => (
                            <FacePart key={part} part={part} face={page.face} level={1} />
                          ))}
                        </article>
                      )
                    ),
                  )}
                </div>
              ))}
            </div>
          </div>
        ))}
    </>
  );
}

/** How many entries stand behind a way. */
const Count = ({ n, words }: { n: number; words: SiteWords }) => (
  <span className="count">
    {n}
    <span className="out-of-sight"> {words.entriesUnit(n)}</span>
  </span>
);

/** A whole visitor's page. Drawn once on the server to plain HTML; no hooks, no context, no client script. */
export function Page({
  page,
  stylesheet,
  script,
}: {
  page: VisitorPage;
  stylesheet: string;
  script: string;
}): ReactElement {
  const { site, navigation, above, face, listing, below, beside = [], isTop, languages } = page;
  const words = wordsFor(page.locale);
  const results = listing?.results;
  const [previous, next] = results
    ? [results.addresses[results.here - 2], results.addresses[results.here]]
    : [];
  const description = face.summary?.[0]?.words;
  // Where no layout says otherwise, what fills the page stands right behind its first slot.
  const [first, ...others] = page.slotOrder;
  const slot = (id: string) =>
    page.slots[id]?.length ? (
      <div className="slot wide" key={id}>
        <Blocks blocks={page.slots[id] ?? []} level={2} around={page} />
      </div>
    ) : null;
  // Set out in several rows, what fills the page stands before the last of them, which is its foot.
  const rows = page.rows?.length ?? 0;
  const beforeList = listing && rows > 1 ? rows - 1 : rows;
  const list = listing && (
    <section>
      <div className="wide">
        <Listing listing={listing} level={2} locale={page.locale} id="list" />
        {page.feeds && (
          <p className="feeds">
            {words.feed}: <a href={page.feeds.atom}>Atom</a>, <a href={page.feeds.json}>JSON Feed</a>
          </p>
        )}
      </div>
    </section>
  );
  return (
    <html lang={page.locale}>
      <head>
        <meta charSet="utf-8" />
        <meta name="viewport" content="width=device-width, initial-scale=1" />
        <title>
          {[
            isTop ? '' : page.title,
            results && results.here > 1 ? words.resultPage(results.here) : '',
            site.label,
          ]
            .filter(Boolean)
            .join(' – ')}
        </title>
        {description && <meta name="description" content={description} />}
        {languages.map(({ locale, address }) => (
          <link key={locale} rel="alternate" hrefLang={locale} href={address} />
        ))}
        {previous !== undefined && <link rel="prev" href={previous} />}
        {next !== undefined && <link rel="next" href={next} />}
        {page.canonical !== undefined && <link rel="canonical" href={page.canonical} />}
        {page.filtered && <meta name="robots" content="noindex" />}
        {page.feeds && (
          <link rel="alternate" type="application/atom+xml" href={page.feeds.atom} title={page.title} />
        )}
        {page.feeds && (
          <link rel="alternate" type="application/feed+json" href={page.feeds.json} title={page.title} />
        )}
        <link rel="icon" href="data:," />
        <link rel="stylesheet" href={stylesheet} />
        {turnsSlides(page) && <script defer src={script} />}
      </head>
      <body className={isTop ? 'top' : undefined}>
        <a className="skip" href="#main">
          {words.toContent}
        </a>
        <header className="site">
          <div className="wide">
            <a className="name" href={site.home}>
              {site.label}
            </a>
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
            {navigation.length > 0 && (
              <nav className="main" aria-label={words.main}>
                <ul>
                  {navigation.map((item) => (
                    <li key={item.address}>
                      <a
                        href={item.address}
                        aria-current={
                          item.here ? (item.address === page.address ? 'page' : 'true') : undefined
                        }
                      >
                        {item.label}
                      </a>
                    </li>
                  ))}
                </ul>
              </nav>
            )}
          </div>
        </header>
        <main id="main">
          {above.length > 1 && (
            <nav className="trail wide" aria-label={words.way}>
              <ol>
                {above.map((item) => (
                  <li key={item.address}>
                    <a href={item.address}>{item.label}</a>
                  </li>
                ))}
              </ol>
            </nav>
          )}
          {rows > 0 ? (
            <>
              <div className="laid">
                <LaidOut page={page} from={0} until={beforeList} />
              </div>
              {list}
              {beforeList < rows && (
                <div className="laid">
                  <LaidOut page={page} from={beforeList} until={rows} />
                </div>
              )}
            </>
          ) : (
            <>
              <div className="opening">
                <div className="wide">
                  <Face face={face} level={1} />
                </div>
                {isTop && <Horizon />}
              </div>
              {first !== undefined && slot(first)}
              {list}
              {others.map(slot)}
            </>
          )}
          {page.related && (
            <section className="related" aria-label={words.related}>
              <div className="wide">
                <h2>{words.related}</h2>
                <ul className="below">
                  {page.related.map((item) => (
                    <li key={item.address}>
                      <a href={item.address}>{item.label}</a>
                      <p>{words.shares(item.shared)}</p>
                    </li>
                  ))}
                </ul>
              </div>
            </section>
          )}
          {page.neighbours && (
            <nav className="neighbours" aria-label={words.neighbours}>
              <div className="wide">
                {page.neighbours.previous && (
                  <a rel="prev" href={page.neighbours.previous.address}>
                    <small>{words.previous}</small>
                    {page.neighbours.previous.label}
                  </a>
                )}
                {page.neighbours.next && (
                  <a rel="next" href={page.neighbours.next.address}>
                    <small>{words.next}</small>
                    {page.neighbours.next.label}
                  </a>
                )}
              </div>
            </nav>
          )}
          {below.length > 0 && (
            <section aria-label={words.further}>
              <div className="wide">
                <ul className="below">
                  {below.map((item) => (
                    <li key={item.address}>
                      <a href={item.address}>{item.label}</a>
                      {item.count !== undefined && <Count n={item.count} words={words} />}
                      {item.summary && <p>{item.summary}</p>}
                    </li>
                  ))}
                </ul>
              </div>
            </section>
          )}
          {beside.length > 0 && (
            <nav className="beside" aria-label={words.beside}>
              <div className="wide">
                <ul>
                  {beside.map((item) => (
                    <li key={item.address}>
                      <a href={item.address} aria-current={item.here ? 'page' : undefined}>
                        {item.label}
                      </a>
                      <Count n={item.count} words={words} />
                    </li>
                  ))}
                </ul>
              </div>
            </nav>
          )}
        </main>
        <footer className="end">
          <div className="wide">
            {page.author && <p className="author">{page.author}</p>}
            {page.visits !== undefined && <p className="visits">{words.visits(page.visits)}</p>}
            {site.label}
          </div>
        </footer>
      </body>
    </html>
  );
}

import { Fragment, type ReactElement } from 'react';
import type { PartKey } from '../core/mapping/parts';
import type { FaceCell, FaceRow } from '../core/model/document';
import type { VisitorPage } from '../core/site/visitor-page';
import { AccountPage } from './account';
import { BESIDE, contentsOf, type Contents } from '../core/site/contents';
import { Slot, type BlockContext } from './block';
import { Comments } from './comments';
import { Face, FacePart, isPanorama } from './face';
import { Listing } from './listing';
import { sayingsFor } from './sayings';
import { OnThisPage } from './on-this-page';
import { PageActs } from './page-acts';
import { MEASURE } from './picture-sizes';
import { SearchPage } from './search';
import { wordsFor, type SiteWords } from './words';

interface Main {
  page: VisitorPage;
  /** What blocks take from the page around them; for the bench also how they are traced and arranged. */
  around: BlockContext;
}

/** The land's line at the foot of the top page's opening, in the house's colours. */
const Horizon = () => (
  <svg className="horizon" viewBox="0 0 1280 160" preserveAspectRatio="none" aria-hidden="true">
    <path className="far" d="M0 46 C 220 2 420 18 640 52 S 1080 92 1280 34 V160 H0 Z" />
    <path className="mid" d="M0 86 C 260 54 470 62 700 92 S 1120 118 1280 74 V160 H0 Z" />
    <path className="near" d="M0 124 C 280 96 520 108 760 126 S 1130 140 1280 112 V160 H0 Z" />
  </svg>
);

/** The parts that stand over the picture of an opening; what is longer stands below it. */
const openingParts: readonly PartKey[] = ['kicker', 'heading', 'date', 'summary', 'marks', 'button'];

/** Where the page stands, from the first page down. */
const Trail = ({ page, words }: { page: VisitorPage; words: SiteWords }): ReactElement | null =>
  page.above.length > 0 && !page.isTop ? (
    <nav className="trail wide" aria-label={words.way}>
      <ol>
        {page.above.map((item, i) => (
          <li key={item.address}>
            <a href={item.address}>{i === 0 ? words.home : item.label}</a>
          </li>
        ))}
      </ol>
    </nav>
  ) : null;

/** The first thing that is seen of a page: its picture from edge to edge, and over it what the page is. */
const OpeningOver = ({ page, around, words }: Main & { words: SiteWords }): ReactElement => (
  <div className={isPanorama(page.face) ? 'opening overlaid' : 'opening overlaid apart'}>
    <FacePart part="picture" face={page.face} level={1} traced={around.traced ?? false} first />
    <div className="overlaid-words">
      <Trail page={page} words={words} />
      <div className="wide">
        <article className="face">
          {openingParts.map((part) => (
            <FacePart key={part} part={part} face={page.face} level={1} traced={around.traced ?? false} />
          ))}
        </article>
      </div>
    </div>
  </div>
);

/** What is left of a layout's rows where some parts and slots stand elsewhere; rows that are empty then go. */
const rowsWithout = (
  rows: readonly FaceRow[],
  parts: readonly PartKey[],
  slots: readonly string[],
): FaceRow[] =>
  rows
    .map(({ cells }) => ({
      cells: cells.map(({ width, holds }) => ({
        width,
        holds: holds.filter((held) =>
          typeof held === 'string' ? !parts.includes(held) : !slots.includes(held.slot),
        ),
      })),
    }))
    .map((row) => (row.cells.every(({ holds }) => holds.length === 0) ? { cells: [] } : row));

/** What stands in the foot of the site, around every page that has it. */
export const FootSlots = ({ page, around }: Main): ReactElement => (
  <>
    {(page.footSlots ?? []).map((id) =>
      page.slots[id]?.length || around.arranged ? (
        <div className="foot-slot" key={id}>
          <Slot slot={id} blocks={page.slots[id] ?? []} level={2} around={around} />
        </div>
      ) : null,
    )}
  </>
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
function LaidOut({
  page,
  rows,
  around,
  contents,
  from,
  until,
}: Main & { rows: readonly FaceRow[]; contents: Contents; from: number; until: number }): ReactElement {
  const { lastFirst = [], slots } = page;
  const words = wordsFor(page.locale);
  // The first column beside what is read, where there is one.
  const besideIn = rows.findIndex(
    ({ cells }) => cells.length > 1 && cells.some(({ width }) => width <= BESIDE),
  );
  const beside = rows[besideIn]?.cells.findLastIndex(({ width }) => width <= BESIDE);
  return (
    <>
      {rows
        .slice(from, until)
        .map(({ cells }, i) => ({ cells, r: from + i }))
        .filter(({ cells }) => cells.length > 0)
        .map(({ cells, r }) => (
          <div className="wide" key={r}>
            <div className={`row${lastFirst.includes(r) ? ' last-first' : ''}`}>
              {cells.map(({ width, holds }, c) => (
                <div className={`cell w-${width}`} key={c}>
                  {r === besideIn && c === beside && (
                    <OnThisPage items={contents.items} words={words} where="aside" />
                  )}
                  {runsOf(holds).map((run, i) =>
                    typeof run === 'string' ? (
                      <Slot
                        key={run}
                        slot={run}
                        blocks={slots[run] ?? []}
                        level={2}
                        around={around}
                        wide={(MEASURE * width) / 12}
                      />
                    ) : (
                      run.some((part) => page.face[part]) && (
                        <article className="face" key={i}>
                          {run.map((part) => (
                            <Fragment key={part}>
                              <FacePart
                                part={part}
                                face={page.face}
                                level={1}
                                traced={around.traced ?? false}
                                wide={(MEASURE * width) / 12}
                                first={r === 0}
                                anchors={contents.anchors}
                              />
                              {part === 'heading' && (
                                <OnThisPage
                                  items={contents.items}
                                  words={words}
                                  where={beside === undefined ? 'always' : 'behind'}
                                />
                              )}
                            </Fragment>
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

/** What stands between the head and the foot of a visitor's page: what it says, what fills it, and the ways from it. */
export function PageMain({ page, around }: Main): ReactElement {
  const { face, listing, below, beside = [], isTop } = page;
  const { firstPage = 'hills' } = page.site.style;
  const words = wordsFor(page.locale);
  const contents = page.listsHeadings ? contentsOf(page) : { items: [], anchors: new Map() };
  // Where no layout says otherwise, what fills the page stands right behind its first slot.
  const [first, ...others] = page.slotOrder;
  const slot = (id: string) =>
    !page.footSlots?.includes(id) && (page.slots[id]?.length || around.arranged) ? (
      <div className="slot wide" key={id}>
        <Slot slot={id} blocks={page.slots[id] ?? []} level={2} around={around} />
      </div>
    ) : null;
  const opensOver = page.opens === 'over' && face.picture?.[0]?.media?.sort === 'picture';
  const laid = rowsWithout(
    page.rows ?? [],
    opensOver ? [...openingParts, 'picture'] : [],
    page.footSlots ?? [],
  );
  // Set out in several rows, what fills the page stands before the last of them, which is its foot.
  const rows = laid.length;
  const beforeList = listing && rows > 1 ? rows - 1 : rows;
  const list = listing && (
    <section>
      <div className="wide">
        <Listing
          listing={listing}
          level={2}
          locale={page.locale}
          id="list"
          traced={around.traced ?? false}
          first={!face.picture}
        />
        {page.feeds && (
          <p className="feeds">
            {words.feed}: <a href={page.feeds.atom}>Atom</a>, <a href={page.feeds.json}>JSON Feed</a>
            {page.feeds.ics && (
              <>
                , <a href={page.feeds.ics}>{words.calendar}</a>
              </>
            )}
          </p>
        )}
      </div>
    </section>
  );
  return (
    <>
      {opensOver ? (
        <OpeningOver page={page} around={around} words={words} />
      ) : (
        <Trail page={page} words={words} />
      )}
      {rows > 0 ? (
        <>
          <div className="laid">
            <LaidOut
              page={page}
              rows={laid}
              around={around}
              contents={contents}
              from={0}
              until={beforeList}
            />
          </div>
          {list}
          {beforeList < rows && (
            <div className="laid">
              <LaidOut
                page={page}
                rows={laid}
                around={around}
                contents={contents}
                from={beforeList}
                until={rows}
              />
            </div>
          )}
        </>
      ) : (
        <>
          {opensOver ? (
            <div className="wide own-text">
              <OnThisPage items={contents.items} words={words} where="always" />
              <FacePart
                part="text"
                face={face}
                level={1}
                traced={around.traced ?? false}
                anchors={contents.anchors}
              />
            </div>
          ) : (
            <div className={isTop ? `opening on-${firstPage}` : 'opening'}>
              <div className="wide">
                <Face
                  face={face}
                  level={1}
                  traced={around.traced ?? false}
                  anchors={contents.anchors}
                  behindHeading={<OnThisPage items={contents.items} words={words} where="always" />}
                />
              </div>
              {isTop && firstPage === 'hills' && <Horizon />}
            </div>
          )}
          {page.account && <AccountPage account={page.account} locale={page.locale} />}
          {page.says !== undefined && !page.account && page.seek !== undefined && <SearchPage page={page} />}
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
      {page.acts && (
        <div className="wide">
          <PageActs page={page} />
        </div>
      )}
      <Comments page={page} />
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
            {page.says !== undefined && <h2 className="listing-head">{sayingsFor(page.locale).instead}</h2>}
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
      {around.arranged && page.footSlots && (
        <div className="end">
          <div className="wide">
            <FootSlots page={page} around={around} />
          </div>
        </div>
      )}
    </>
  );
}

import type { ReactElement } from 'react';
import type { PartKey } from '../core/mapping/parts';
import type { FaceCell } from '../core/model/document';
import type { VisitorPage } from '../core/site/visitor-page';
import { Slot, type BlockContext } from './block';
import { Face, FacePart } from './face';
import { Listing } from './listing';
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
function LaidOut({ page, around, from, until }: Main & { from: number; until: number }): ReactElement {
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
                      <Slot key={run} slot={run} blocks={slots[run] ?? []} level={2} around={around} />
                    ) : (
                      run.some((part) => page.face[part]) && (
                        <article className="face" key={i}>
                          {run.map((part) => (
                            <FacePart
                              key={part}
                              part={part}
                              face={page.face}
                              level={1}
                              traced={around.traced ?? false}
                            />
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
  const { above, face, listing, below, beside = [], isTop } = page;
  const words = wordsFor(page.locale);
  // Where no layout says otherwise, what fills the page stands right behind its first slot.
  const [first, ...others] = page.slotOrder;
  const slot = (id: string) =>
    page.slots[id]?.length || around.arranged ? (
      <div className="slot wide" key={id}>
        <Slot slot={id} blocks={page.slots[id] ?? []} level={2} around={around} />
      </div>
    ) : null;
  // Set out in several rows, what fills the page stands before the last of them, which is its foot.
  const rows = page.rows?.length ?? 0;
  const beforeList = listing && rows > 1 ? rows - 1 : rows;
  const list = listing && (
    <section>
      <div className="wide">
        <Listing listing={listing} level={2} locale={page.locale} id="list" traced={around.traced ?? false} />
        {page.feeds && (
          <p className="feeds">
            {words.feed}: <a href={page.feeds.atom}>Atom</a>, <a href={page.feeds.json}>JSON Feed</a>
          </p>
        )}
      </div>
    </section>
  );
  return (
    <>
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
            <LaidOut page={page} around={around} from={0} until={beforeList} />
          </div>
          {list}
          {beforeList < rows && (
            <div className="laid">
              <LaidOut page={page} around={around} from={beforeList} until={rows} />
            </div>
          )}
        </>
      ) : (
        <>
          <div className="opening">
            <div className="wide">
              <Face face={face} level={1} traced={around.traced ?? false} />
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
    </>
  );
}

import { Fragment, type ReactElement, type ReactNode } from 'react';
import type { DayNumeral } from '../core/mapping/date-format';
import type { FormattedNode } from '../core/content/formatted';
import type { FaceContent, Shown } from '../core/mapping/face';
import { partKeys, type PartKey } from '../core/mapping/parts';
import type { FaceRow } from '../core/model/document';
import { Formatted } from './formatted';
import { Medium } from './picture';
import { MEASURE, sizesOf } from './picture-sizes';

export type Level = 1 | 2 | 3 | 4;

export interface FaceProps {
  face: FaceContent;
  /** Which heading the heading is, so that the page's outline is right. */
  level: Level;
  /** Where the parts stand; without rows, one below the other in their own order. */
  rows?: readonly FaceRow[] | undefined;
  /** What stands in a slot that a row places. */
  slot?: ((slot: string, wide: number) => ReactNode) | undefined;
  /** Name the field behind each part, for an editor who points at it. Visitors' pages go without. */
  traced?: boolean;
  /** What stands below all parts. */
  foot?: ReactNode;
  /** How wide (px) it stands in a wide window. */
  wide?: number | undefined;
  /** Whether its picture is the first that is seen of the page. */
  first?: boolean | undefined;
  /** By which names addresses lead to headings in its text. */
  anchors?: ReadonlyMap<FormattedNode, string> | undefined;
  /** What stands right behind its heading. */
  behindHeading?: ReactNode;
}

type Draw = {
  face: FaceContent;
  level: Level;
  traced: boolean;
  /** How wide (px) it stands in a wide window. */
  wide?: number;
  /** Whether its picture is the first that is seen of the page; as wide as the window where nothing else is said. */
  first?: boolean;
  /** By which names addresses lead to headings in its text. */
  anchors?: ReadonlyMap<FormattedNode, string> | undefined;
  /** Whether it stands in the head of a row, which names it by itself: no heading may stand in one. */
  inHead?: boolean;
};

/**
 * What a drawn thing carries besides its words: the language they are in, where it is another; and where they
 * come from, for an editor who points at them.
 */
const trace = (traced: boolean, shown: Shown | undefined, part: PartKey) => ({
  ...(shown?.lang ? { lang: shown.lang } : {}),
  ...(traced ? { 'data-part': part, 'data-field': shown?.field } : {}),
});
const deeper = (level: Level): Level => Math.min(4, level + 1) as Level;

/** Words, or a link where they lead somewhere. */
/** What is shown as words that lead to its file, where it has one. */
function withoutMedia({ media, ...shown }: Shown): Shown {
  return media ? { ...shown, href: media.address } : shown;
}

const Worded = ({ shown }: { shown: Shown }): ReactElement =>
  shown.href && !shown.media ? (
    <a href={shown.href} {...(shown.newWindow ? { target: '_blank', rel: 'noopener' } : {})}>
      {shown.words}
    </a>
  ) : (
    <>{shown.words}</>
  );

function several({ face, traced }: Draw, part: PartKey, joint: string): ReactNode {
  return face[part]?.map((shown, i) => (
    <span key={i}>
      {i > 0 && joint}
      <span {...trace(traced, shown, part)}>
        <Worded shown={shown} />
      </span>
    </span>
  ));
}

/** One thing among further things: a medium, a thing with a face of its own, or only its name. */
function Further({ shown, level, traced }: { shown: Shown; level: Level; traced: boolean }): ReactElement {
  if (shown.media)
    return <Medium media={shown.media} words={shown.words} sizes="(max-width: 700px) 100vw, 400px" />;
  return shown.face && Object.keys(shown.face).length > 0 ? (
    <Face face={shown.face} level={level} traced={traced} />
  ) : (
    <Worded shown={shown} />
  );
}

/** What stands under the name of one field: things that are linked to, or items of a list. */
function byLabel(all: readonly Shown[]): { label: string | undefined; shown: Shown[] }[] {
  const groups: { label: string | undefined; shown: Shown[] }[] = [];
  for (const each of all) {
    const last = groups.at(-1);
    if (last && last.label === each.label) last.shown.push(each);
    else groups.push({ label: each.label, shown: [each] });
  }
  return groups;
}

/** Things that are linked to, each group under the name of its field. */
function Linked({
  all,
  level,
  traced,
}: {
  all: readonly Shown[];
  level: Level;
  traced: boolean;
}): ReactElement {
  const Label = `h${level}` as const;
  return (
    <>
      {byLabel(all).map(({ label, shown }, g) => (
        <div className="linked" key={g}>
          {label && <Label className="called">{label}</Label>}
          <ul className={shown.every(({ face, media }) => !face && !media) ? 'further lines' : 'further'}>
            {shown.map((each, i) => (
              <li key={i} {...trace(traced, each, 'further')}>
                <Further shown={each} level={label ? deeper(level) : level} traced={false} />
              </li>
            ))}
          </ul>
        </div>
      ))}
    </>
  );
}

/** A day as a large numeral, read out in words. */
const Numeral = ({ shown, of }: { shown: Shown; of: DayNumeral }): ReactElement => (
  <>
    <span className="numeral" aria-hidden="true">
      <b>{of.day}</b>
      <span>
        {of.weekday}
        <br />
        {of.month}
      </span>
    </span>
    <span className="out-of-sight">{shown.words}</span>
  </>
);

/** One part of a face, or nothing where it has no value. */
function drawPart(part: PartKey, draw: Draw): ReactNode {
  const { face, level, traced } = draw;
  const all = face[part];
  const [first] = all ?? [];
  if (!all || !first) return null;
  switch (part) {
    case 'picture':
      return (
        <div key={part} className="shows" {...trace(traced, first, part)}>
          {first.media && (
            <Medium
              media={first.media}
              words={first.words}
              sizes={draw.first && draw.wide === undefined ? '100vw' : sizesOf(draw.wide ?? MEASURE / 2)}
              first={draw.first ?? false}
            />
          )}
        </div>
      );
    case 'kicker':
      return (
        <p key={part} className="kicker">
          {several(draw, part, ' · ')}
        </p>
      );
    case 'heading': {
      const Heading = draw.inHead ? 'p' : (`h${level}` as const);
      return (
        <Heading key={part} className="heading" {...trace(traced, first, part)}>
          <Worded shown={first} />
        </Heading>
      );
    }
    case 'date':
      return (
        <p key={part} className="date">
          {all.map((shown, i) => (
            <span key={i}>
              {i > 0 && !all[i - 1]?.numeral && ' – '}
              <time dateTime={shown.at} {...trace(traced, shown, part)}>
                {shown.numeral ? <Numeral shown={shown} of={shown.numeral} /> : shown.words}
              </time>
            </span>
          ))}
        </p>
      );
    case 'summary':
      return (
        <p key={part} className="summary" {...trace(traced, first, part)}>
          {first.words}
        </p>
      );
    case 'text':
      return (
        <div key={part} className="text" {...trace(traced, first, part)}>
          {first.text ? (
            <Formatted text={first.text} level={level} anchors={draw.anchors} />
          ) : (
            first.words.split(/\n{2,}/).map((paragraph, i) => <p key={i}>{paragraph}</p>)
          )}
        </div>
      );
    case 'figures':
      return (
        <dl key={part} className="figures">
          {all.map((shown, i) => (
            <div key={i} {...trace(traced, shown, part)}>
              {shown.label && <dt>{shown.label}</dt>}
              <dd>{shown.words}</dd>
            </div>
          ))}
        </dl>
      );
    case 'facts':
      return (
        <dl key={part} className="facts">
          {all.map((shown, i) => (
            <div key={i} {...trace(traced, shown, part)}>
              <dt>{shown.label}</dt>
              <dd>
                <Worded shown={shown} />
              </dd>
            </div>
          ))}
        </dl>
      );
    case 'further':
      return <Linked key={part} all={all} level={face.heading ? deeper(level) : level} traced={traced} />;
    case 'marks':
      return (
        <ul key={part} className="marks">
          {all.map((shown, i) => (
            <li key={i} {...trace(traced, shown, part)}>
              <Worded shown={shown} />
            </li>
          ))}
        </ul>
      );
    case 'button':
      return (
        <p key={part} className="buttons">
          {all.map((shown, i) => (
            <a
              key={i}
              className="button"
              href={shown.href}
              {...(shown.newWindow ? { target: '_blank', rel: 'noopener' } : {})}
              {...trace(traced, shown, part)}
            >
              {shown.words}
            </a>
          ))}
        </p>
      );
    case 'link':
      return (
        <ul key={part} className="links">
          {all.map((shown, i) => (
            <li key={i} {...trace(traced, shown, part)}>
              {shown.media && shown.media.sort !== 'picture' ? (
                <Medium media={shown.media} words={shown.words} />
              ) : (
                <Worded shown={withoutMedia(shown)} />
              )}
            </li>
          ))}
        </ul>
      );
  }
}

/** How wide (to one high) a picture is that words may stand over all of; others stand beside the words. */
const PANORAMA = 2;

/** Whether the picture of a face is so wide that words stand over it, and not beside what it shows. */
export function isPanorama({ picture }: FaceContent): boolean {
  const { ratio, width = 0, height = 0 } = picture?.[0]?.media ?? {};
  return (ratio ?? (height > 0 ? width / height : 0)) >= PANORAMA;
}

/** The parts in the order in which they stand by themselves: a day as a large numeral leads what is said of it. */
const orderOf = ({ date }: FaceContent): readonly PartKey[] =>
  date?.[0]?.numeral
    ? ['picture', 'date', ...partKeys.filter((part) => part !== 'picture' && part !== 'date')]
    : partKeys;

/** One part alone, where it stands apart from the others. */
export const FacePart = ({
  part,
  traced = false,
  ...draw
}: { part: PartKey; traced?: boolean } & Omit<Draw, 'traced'>): ReactElement => (
  <>{drawPart(part, { traced, ...draw })}</>
);

/** One filled-in thing as a visitor sees it: its parts, in the rows and columns of its face or in their own order. */
export function Face({
  face,
  level,
  rows,
  slot,
  traced = false,
  foot,
  wide = MEASURE / 2,
  first = false,
  anchors,
  behindHeading,
}: FaceProps): ReactElement {
  const draw: Draw = { face, level, traced, wide, first, anchors };
  if (!rows || rows.length === 0)
    return (
      <article className="face">
        {orderOf(face).map((part) => (
          <Fragment key={part}>
            {drawPart(part, draw)}
            {part === 'heading' && behindHeading}
          </Fragment>
        ))}
        {foot}
      </article>
    );
  return (
    <article className="face set">
      {rows.map(({ cells }, r) => (
        <div className="row" key={r}>
          {cells.map(({ width, holds }, c) => (
            <div className={`cell w-${width}`} key={c}>
              {holds.map((held) =>
                typeof held === 'string' ? (
                  drawPart(held, { ...draw, wide: (wide * width) / 12 })
                ) : (
                  <div className="in-slot" key={held.slot}>
                    {slot?.(held.slot, (wide * width) / 12)}
                  </div>
                ),
              )}
            </div>
          ))}
        </div>
      ))}
      {foot}
    </article>
  );
}

import { memo, type ComponentType, type ReactElement, type ReactNode } from 'react';
import { placedSharedKey } from '../core/model/shared-type';
import type { HouseStyle } from '../core/model/document';
import type { DrawnBlock, VisitorPage } from '../core/site/visitor-page';
import { Contact } from './contact';
import { Elsewhere } from './elsewhere';
import { Face, isPanorama, type Level } from './face';
import { Listing } from './listing';
import { NavigationList } from './navigation';
import { Medium } from './picture';
import { MEASURE, sizesOf } from './picture-sizes';
import { Slideshow } from './slideshow';
import { wordsFor } from './words';

/**
 * What the bench adds where it draws a page to arrange it: words at its slots and marks on its blocks.
 * Visitors get none.
 */
export interface Arranged {
  /** By its id and the block that owns it (nothing for the page): the key of a slot, and what is written at it. */
  slot: (id: string, of: string | undefined) => { key: string; label: string };
  /** By their ids: what is said of blocks that do not just stand here, as those that are hidden. */
  marks: ReadonlyMap<string, string>;
  /** The blocks that visitors do not see at the moment that is looked at, by their ids; none where none is chosen. */
  unseen: ReadonlySet<string>;
  /** Holds what stands in a block, as long as it is to be drawn. */
  Inner: ComponentType<{ block: string; children: ReactNode }>;
}

/** What stands in a block, as visitors get it. */
const InnerAsIs: Arranged['Inner'] = ({ children }) => <div className="inner">{children}</div>;

/** The page around a block; `traced` names the field behind each part, for an editor who points at it. */
export type BlockContext = Pick<VisitorPage, 'above' | 'title' | 'locale' | 'address' | 'contact'> & {
  /** The house style of the site, in which the variants may look otherwise than in the common one. */
  site?: { style: Pick<HouseStyle, 'variants'> };
  traced?: boolean;
  arranged?: Arranged;
};

/** What a block shows one after the other, under what else it says. */
function Slides({
  block,
  level,
  locale,
  traced,
  wide,
}: {
  block: DrawnBlock;
  level: Level;
  locale: string;
  traced: boolean;
  wide: number;
}): ReactElement {
  const { further: slides = [], ...rest } = block.face;
  const inside = rest.heading ? (Math.min(4, level + 1) as Level) : level;
  return (
    <>
      {Object.keys(rest).length > 0 && <Face face={rest} level={level} traced={traced} wide={wide} />}
      <Slideshow
        id={block.id}
        name={rest.heading?.[0]?.words ?? ''}
        locale={locale}
        slides={slides.map((slide, i) => ({
          key: String(i),
          shown: slide.media ? (
            <Medium media={slide.media} words={slide.words} sizes={sizesOf(wide)} />
          ) : slide.face ? (
            <Face face={slide.face} level={inside} wide={wide} />
          ) : (
            slide.words
          ),
        }))}
      />
    </>
  );
}

/** A block's face; things of one field alone need no name over them: the block itself says what they are. */
function faceOfBlock({ face }: DrawnBlock): DrawnBlock['face'] {
  const { further } = face;
  if (!further || new Set(further.map(({ label }) => label)).size > 1) return face;
  return { ...face, further: further.map(({ label: _label, ...each }) => each) };
}

const Trail = ({ above, title, locale }: BlockContext): ReactElement => (
  <nav aria-label={wordsFor(locale).way}>
    <ol className="way">
      {above.map((page, i) => (
        <li key={page.address}>
          <a href={page.address}>{i === 0 ? wordsFor(locale).home : page.label}</a>
        </li>
      ))}
      <li aria-current="page">{title}</li>
    </ol>
  </nav>
);

/**
 * One block: its face, or what it does, in the variant it is shown in. On the bench, one that did not change
 * among many is not drawn again.
 */
export const Block = memo(function Block({
  block,
  level,
  around,
  wide = MEASURE,
}: {
  block: DrawnBlock;
  level: Level;
  around: BlockContext;
  /** How wide (px) it stands in a wide window. */
  wide?: number;
}): ReactElement {
  const { traced = false, arranged } = around;
  const mark = arranged?.marks.get(block.id);
  const { variant: common, spaced, behaves, listing, navigation, rows, slots, type } = block;
  const variant = around.site?.style.variants.find(({ key }) => key === common?.key) ?? common;
  const face = faceOfBlock(block);
  const inside = face.heading ? (Math.min(4, level + 1) as Level) : level;
  // What a shared block holds is arranged where that is kept.
  const { arranged: _arranged, ...apart } = around;
  const within = type === placedSharedKey ? apart : around;
  const own = variant?.width === 'full' ? MEASURE : wide;
  const slot = (id: string, width = own): ReactNode => (
    <Slot slot={id} of={block.id} blocks={slots[id] ?? []} level={inside} around={within} wide={width} />
  );
  const placed = new Set(
    (rows ?? []).flatMap(({ cells }) =>
      cells.flatMap(({ holds }) => holds.flatMap((held) => (typeof held === 'string' ? [] : [held.slot]))),
    ),
  );
  const rest = Object.keys(slots).filter((id) => !placed.has(id));
  const Inner = arranged?.Inner ?? InnerAsIs;
  return (
    <section
      className={`block b-${type}${variant ? ` v-${variant.key}${variant.over ? (isPanorama(face) ? ' overlaid' : ' overlaid beside') : ''}` : ''}${spaced ? ` spaced-${spaced}` : ''}`}
      id={`b-${block.id}`}
      {...(mark === undefined ? {} : { 'data-mark': mark })}
      {...(arranged?.unseen.has(block.id) ? { 'data-unseen': '' } : {})}
    >
      <Inner block={block.id}>
        {behaves === 'slideshow' ? (
          <Slides block={block} level={level} locale={around.locale} traced={traced} wide={own} />
        ) : behaves === 'contact' ? (
          <Contact block={block} level={level} around={around} />
        ) : (
          <>
            {behaves === 'trail' && <Trail {...around} />}
            {(Object.keys(face).length > 0 || placed.size > 0) && (
              <Face face={face} level={level} rows={rows} slot={slot} traced={traced} wide={own} />
            )}
            {block.elsewhere && <Elsewhere elsewhere={block.elsewhere} locale={around.locale} />}
            {listing && (
              <Listing
                listing={face.heading ? { ...listing, heading: '' } : listing}
                level={2}
                locale={around.locale}
                id={`b-${block.id}`}
                traced={traced}
                wide={own}
              />
            )}
            {navigation && navigation.length > 0 && (
              <nav className="pages" aria-label={face.heading?.[0]?.words ?? wordsFor(around.locale).further}>
                <NavigationList items={navigation} />
              </nav>
            )}
            {rest.map((id) => (
              <div className="in-slot" key={id}>
                {slot(id)}
              </div>
            ))}
          </>
        )}
      </Inner>
    </section>
  );
});

/** The blocks in a slot, one below the other. To be arranged, the slot itself is there to be seen and pointed at. */
export function Slot({
  slot,
  of,
  blocks,
  level,
  around,
  wide = MEASURE,
}: {
  slot: string;
  /** The block that owns it; nothing for the page. */
  of?: string;
  blocks: readonly DrawnBlock[];
  level: Level;
  around: BlockContext;
  /** How wide (px) it stands in a wide window. */
  wide?: number;
}): ReactElement {
  const drawn = blocks.map((block) => (
    <Block key={block.id} block={block} level={level} around={around} wide={wide} />
  ));
  if (!around.arranged) return <>{drawn}</>;
  const { key, label } = around.arranged.slot(slot, of);
  return (
    <div
      className="slot-here"
      data-slot={key}
      data-of={of}
      data-label={label}
      data-empty={blocks.length === 0 || undefined}
    >
      {drawn}
    </div>
  );
}

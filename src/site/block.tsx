import type { ReactElement, ReactNode } from 'react';
import type { DrawnBlock, VisitorPage } from '../core/site/visitor-page';
import { Contact } from './contact';
import { Face, type Level } from './face';
import { Listing } from './listing';
import { Medium } from './picture';
import { wordsFor } from './words';

type Around = Pick<VisitorPage, 'above' | 'title' | 'locale' | 'address' | 'contact'>;

/** What a block shows one after the other: a strip that is moved along by hand, by keyboard or by touch, without script. */
function Slideshow({ block, level, locale }: { block: DrawnBlock; level: Level; locale: string }): ReactElement {
  const words = wordsFor(locale);
  const slides = block.face.further ?? [];
  const { further: _slides, ...rest } = block.face;
  const name = block.face.heading?.[0]?.words ?? words.slideshow;
  return (
    <section className="slideshow" aria-label={name}>
      {Object.keys(rest).length > 0 && <Face face={rest} level={level} />}
      <ul tabIndex={0} aria-label={words.slides(name, slides.length)}>
        {slides.map((slide, i) => <li key={i} id={`s-${block.id}-${i + 1}`}>{slide.media ? <Medium media={slide.media} words={slide.words} /> : slide.face ? <Face face={slide.face} level={rest.heading ? (Math.min(4, level + 1) as Level) : level} /> : slide.words}</li>)}
      </ul>
      {slides.length > 1 && <p className="turns">{slides.map((_, i) => <a key={i} href={`#s-${block.id}-${i + 1}`}>{i + 1}</a>)}</p>}
    </section>
  );
}

const Trail = ({ above, title, locale }: Around): ReactElement => (
  <nav aria-label={wordsFor(locale).way}><ol className="way">{above.map((page) => <li key={page.address}><a href={page.address}>{page.label}</a></li>)}<li aria-current="page">{title}</li></ol></nav>
);

/** One block: its face, or what it does, in the variant it is shown in. */
export function Block({ block, level, around }: { block: DrawnBlock; level: Level; around: Around }): ReactElement {
  const { variant, behaves, listing, face, rows, slots, type } = block;
  const inside = face.heading ? (Math.min(4, level + 1) as Level) : level;
  const slot = (id: string): ReactNode => <Blocks blocks={slots[id] ?? []} level={inside} around={around} />;
  const placed = new Set((rows ?? []).flatMap(({ cells }) => cells.flatMap(({ holds }) => holds.flatMap((held) => (typeof held === 'string' ? [] : [held.slot])))));
  const rest = Object.keys(slots).filter((id) => !placed.has(id));
  return (
    <section className={`block b-${type}${variant ? ` v-${variant.key}` : ''}`} id={`b-${block.id}`}>
      <div className="inner">
        {behaves === 'slideshow' ? <Slideshow block={block} level={level} locale={around.locale} /> : behaves === 'contact' ? <Contact block={block} level={level} around={around} /> : (
          <>
            {behaves === 'trail' && <Trail {...around} />}
            {(Object.keys(face).length > 0 || placed.size > 0) && <Face face={face} level={level} rows={rows} slot={slot} />}
            {listing && <Listing listing={face.heading ? { ...listing, heading: '' } : listing} level={2} locale={around.locale} />}
            {rest.map((id) => <div key={id}>{slot(id)}</div>)}
          </>
        )}
      </div>
    </section>
  );
}

export const Blocks = ({ blocks, level, around }: { blocks: readonly DrawnBlock[]; level: Level; around: Around }): ReactElement => <>{blocks.map((block) => <Block key={block.id} block={block} level={level} around={around} />)}</>;

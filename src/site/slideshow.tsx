import type { ReactElement, ReactNode } from 'react';
import { wordsFor } from './words';

interface Props {
  /** What the ids of its slides begin with. */
  id: string;
  name: string;
  locale: string;
  slides: readonly { key: string; shown: ReactNode; entry?: string }[];
}

/**
 * Slides one after the other: a strip that is moved along by hand, by keyboard or by touch, or by the numbers below.
 * Where script runs, `turn-slides` adds ways to the last and the next, and turns by itself until it is paused.
 */
export function Slideshow({ id, name, locale, slides }: Props): ReactElement {
  const words = wordsFor(locale);
  const shown = name || words.slideshow;
  return (
    <section
      className="slideshow"
      aria-label={shown}
      data-slides=""
      data-previous={words.previous}
      data-next={words.next}
      data-pause={words.pause}
      data-play={words.play}
    >
      <ul tabIndex={0} aria-label={words.slides(shown, slides.length)}>
        {slides.map(({ key, shown: slide, entry }, i) => (
          <li key={key} id={`${id}-s${i + 1}`} {...(entry === undefined ? {} : { 'data-entry': entry })}>
            {slide}
          </li>
        ))}
      </ul>
      {slides.length > 1 && (
        <p className="turns">
          {slides.map(({ key }, i) => (
            <a key={key} href={`#${id}-s${i + 1}`}>
              {i + 1}
            </a>
          ))}
        </p>
      )}
    </section>
  );
}

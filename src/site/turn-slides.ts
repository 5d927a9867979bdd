/** How long (ms) a slide stands before the next comes by itself. */
export const STANDS = 7000;

/**
 * Runs in the visitor's browser, on pages with a slideshow: puts ways to the last and the next slide, a pause and the
 * place in the stead of the numbers, and turns by itself, but never while it is pointed at or holds the focus, and not
 * at all where less motion is asked for. It stands alone: its source is sent as it is, so it may name nothing outside
 * itself but `stands`.
 */
export function turnSlides(stands: number): void {
  const calm = matchMedia('(prefers-reduced-motion: reduce)');
  for (const show of document.querySelectorAll<HTMLElement>('[data-slides]')) {
    const strip = show.querySelector('ul');
    const slides = strip
      ? Array.from(strip.children).filter((slide): slide is HTMLElement => slide instanceof HTMLElement)
      : [];
    if (!strip || slides.length < 2) continue;
    let paused = calm.matches;
    let held = false;
    const at = () => {
      const middle = strip.scrollLeft + strip.clientWidth / 2;
      return slides.reduce(
        (best, slide, i) =>
          Math.abs(slide.offsetLeft + slide.offsetWidth / 2 - strip.offsetLeft - middle) <
          Math.abs(
            (slides[best]?.offsetLeft ?? 0) +
              (slides[best]?.offsetWidth ?? 0) / 2 -
              strip.offsetLeft -
              middle,
          )
            ? i
            : best,
        0,
      );
    };
    const go = (place: number) => {
      const slide = slides[(place + slides.length) % slides.length];
      if (slide)
        strip.scrollTo({
          left: slide.offsetLeft - strip.offsetLeft,
          behavior: calm.matches ? 'auto' : 'smooth',
        });
    };
    const button = (words: string | undefined, act: () => void) => {
      const made = document.createElement('button');
      made.type = 'button';
      made.textContent = words ?? '';
      made.addEventListener('click', act);
      return made;
    };
    const pause = button('', () => {
      paused = !paused;
      tell();
    });
    const tell = () => {
      pause.textContent = (paused ? show.dataset.play : show.dataset.pause) ?? '';
    };
    tell();
    const ways = show.querySelector('.turns') ?? show.appendChild(document.createElement('p'));
    const place = document.createElement('span');
    place.className = 'place';
    const tellPlace = () => {
      place.textContent = `${at() + 1} / ${slides.length}`;
    };
    strip.addEventListener('scroll', tellPlace, { passive: true });
    // It begins with the first: to measure where it stands would have the whole page laid out for it.
    place.textContent = `1 / ${slides.length}`;
    // The numbers are the way without script; with it, ways and the place stand in their stead.
    ways.replaceChildren(
      button(show.dataset.previous, () => go(at() - 1)),
      button(show.dataset.next, () => go(at() + 1)),
      pause,
      place,
    );
    for (const [begin, end] of [
      ['pointerenter', 'pointerleave'],
      ['focusin', 'focusout'],
    ] as const) {
      show.addEventListener(begin, () => {
        held = true;
      });
      show.addEventListener(end, () => {
        held = false;
      });
    }
    setInterval(() => {
      if (!paused && !held && !document.hidden) go(at() + 1);
    }, stands);
  }
}

import type { ReactElement } from 'react';
import { pictureWidths } from '../core/content/picture-widths';
import type { ShownMedia } from '../core/mapping/face';

/** Where a picture can be had in a width, cropped to a ratio around the point that stays in view. */
export function pictureAddress(
  { address, ratio, focus }: Pick<ShownMedia, 'address' | 'ratio' | 'focus'>,
  width: number,
): string {
  const crop = ratio === undefined ? '' : `&r=${ratio}${focus ? `&x=${focus.x}&y=${focus.y}` : ''}`;
  return `${address}?w=${width}${crop}`;
}

/**
 * A medium where it is shown: a picture with its caption, a sound or film with its controls, else a way to
 * the document.
 */
export function Medium({
  media,
  words,
  sizes = '(max-width: 700px) 100vw, 600px',
}: {
  media: ShownMedia;
  words: string;
  sizes?: string;
}): ReactElement {
  const { sort, alt, caption, width, height, ratio } = media;
  if (sort === 'document')
    return (
      <a className="document" href={media.address}>
        {words}
      </a>
    );
  if (sort === 'sound') return <audio controls preload="none" src={media.address} aria-label={words} />;
  if (sort === 'film') return <video controls preload="none" src={media.address} aria-label={words} />;
  const shown = width && height ? { width, height: ratio ? Math.round(width / ratio) : height } : {};
  const fitting = pictureWidths.filter((each) => !width || each <= width * 1.5);
  return (
    <figure className="picture">
      <img
        src={pictureAddress(media, 960)}
        srcSet={fitting.map((each) => `${pictureAddress(media, each)} ${each}w`).join(', ')}
        sizes={sizes}
        alt={alt}
        {...shown}
        loading="lazy"
        decoding="async"
      />
      {caption && <figcaption>{caption}</figcaption>}
    </figure>
  );
}

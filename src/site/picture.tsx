import type { ReactElement } from 'react';
import { pictureWidths } from '../core/content/picture-widths';
import type { ShownMedia } from '../core/mapping/face';

/** Where a picture can be had in a width, cropped to a ratio around the point that stays in view. */
export function pictureAddress(
  { address, ratio, focus, edit }: Pick<ShownMedia, 'address' | 'ratio' | 'focus' | 'edit'>,
  width: number,
): string {
  const crop = ratio === undefined ? '' : `&r=${ratio}${focus ? `&x=${focus.x}&y=${focus.y}` : ''}`;
  return `${address}?w=${width}${edit ? `&e=${edit}` : ''}${crop}`;
}

/** What stands below a medium: its caption, and to whom it is owed. */
export const UnderPicture = ({
  caption,
  credit,
}: {
  caption?: string | undefined;
  credit?: string | undefined;
}): ReactElement | null =>
  caption || credit ? (
    <figcaption>
      {caption}
      {caption && credit ? ' ' : ''}
      {credit && <small className="credit">{credit}</small>}
    </figcaption>
  ) : null;

/**
 * A medium where it is shown: a picture with its caption, a sound or film with its controls, else a way to
 * the document.
 */
export function Medium({
  media,
  words,
  sizes = '(max-width: 700px) 100vw, 600px',
  first = false,
}: {
  media: ShownMedia;
  words: string;
  sizes?: string;
  /** Whether it is the first that is seen of a page, and so is fetched before all else. */
  first?: boolean;
}): ReactElement {
  const { sort, alt, caption, credit, width, height, ratio, poster, spoken } = media;
  if (sort === 'document')
    return (
      <a className="document" href={media.address}>
        {words}
      </a>
    );
  const under = <UnderPicture caption={caption} credit={credit} />;
  const track = spoken && (
    <track kind="captions" src={spoken.address} srcLang={spoken.language} label={spoken.language} default />
  );
  if (sort === 'sound')
    return (
      <figure className="heard">
        <audio controls preload="none" src={media.address} aria-label={words}>
          {track}
        </audio>
        {under}
      </figure>
    );
  if (sort === 'film')
    return (
      <figure className="watched">
        <video
          controls
          // Without a picture before it, its first is seen.
          preload={poster ? 'none' : 'metadata'}
          src={media.address}
          aria-label={words}
          {...(poster ? { poster: `${poster}?w=1280` } : {})}
        >
          {track}
        </video>
        {under}
      </figure>
    );
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
        {...(first ? { fetchPriority: 'high' } : { loading: 'lazy', decoding: 'async' })}
      />
      {under}
    </figure>
  );
}

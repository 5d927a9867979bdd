import { FileText, Film, Music } from 'lucide-react';
import type { ReactElement } from 'react';
import type { MediaAnswer } from '../../contract/media';
import type { Json } from '../../core/json';
import styles from './kinds.module.css';

const icons = { document: FileText, sound: Music, film: Film } as const;

/** Where a picture can be had in a width, seen as it is everywhere, or as a use of it says. */
export const pictureIn = (
  { address, values }: Pick<MediaAnswer, 'address' | 'values'>,
  width: number,
  edit: Json | undefined = values.edit,
): string => `${address}?w=${width}${typeof edit === 'string' && edit !== '' ? `&e=${edit}` : ''}`;

/** One medium in small: a picture as it is seen, anything else by what it is. */
export function Thumb({
  medium,
  size = 96,
}: {
  medium: Pick<MediaAnswer, 'sort' | 'address' | 'label' | 'values'>;
  size?: number;
}): ReactElement {
  if (medium.sort === 'picture')
    return (
      <img
        className={styles.thumb}
        src={pictureIn(medium, 320)}
        alt=""
        width={size}
        height={Math.round(size * 0.75)}
        loading="lazy"
      />
    );
  const Icon = icons[medium.sort];
  return (
    <span className={styles.thumb} style={{ width: size, height: Math.round(size * 0.75) }}>
      <Icon size={22} strokeWidth={1.4} aria-hidden="true" />
    </span>
  );
}

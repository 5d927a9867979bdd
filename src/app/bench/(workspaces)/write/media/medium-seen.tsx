'use client';
import type { ReactElement } from 'react';
import type { MediaAnswer } from '../../../../../contract/media';
import type { Json, JsonObject } from '../../../../../core/json';
import { pictureIn, Thumb } from '../../../../../ui/kinds/thumb';
import { useAsk } from '../../../../../ui/use-ask';
import styles from './media.module.css';

const PDF = 'application/pdf';

/** Another medium that one of its fields names; nothing where it names none. */
function useNamed(id: Json | undefined): MediaAnswer | undefined {
  const named = typeof id === 'string' ? id : '';
  return useAsk('medium', { path: { id: named } }, { enabled: named !== '' }).data;
}

/**
 * A medium as it is: a picture as it is seen everywhere, a sound, a film or a PDF with the browser's own controls. `given` is
 * what is said of it in the form.
 */
export function MediumSeen({ medium, given }: { medium: MediaAnswer; given: JsonObject }): ReactElement {
  const { sort, address, label, alt, mime } = medium;
  const poster = useNamed(sort === 'film' ? given.poster : undefined);
  const spoken = useNamed(sort === 'film' || sort === 'sound' ? given.spoken : undefined);
  const track = spoken && <track kind="captions" src={spoken.address} label={spoken.label} default />;
  if (sort === 'picture') return <img src={pictureIn(medium, 640, given.edit)} alt={alt} />;
  if (sort === 'sound')
    return (
      <audio controls preload="none" src={address} aria-label={label}>
        {track}
      </audio>
    );
  if (sort === 'film')
    return (
      <video
        controls
        preload="metadata"
        src={address}
        aria-label={label}
        {...(poster ? { poster: pictureIn(poster, 640) } : {})}
      >
        {track}
      </video>
    );
  return mime === PDF ? (
    <iframe className={styles.leaves} src={address} title={label} loading="lazy" />
  ) : (
    <Thumb medium={medium} size={132} />
  );
}

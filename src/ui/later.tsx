'use client';
import { Button } from '@mui/material';
import { useEffect, useState, type ComponentType, type ReactElement } from 'react';
import styles from './later.module.css';
import { Note } from './marks';

/** Told in the place of a part whose scripts did not come. A browser asks for them again only with the page. */
const NotLoaded = (): ReactElement => (
  <div className={styles.missing}>
    <Note sort="error" role="alert">
      This part could not be loaded. What you typed is kept.{' '}
      <Button size="small" onClick={() => window.location.reload()}>
        Load the page again
      </Button>
    </Note>
  </div>
);

/**
 * A part of a screen whose scripts are loaded once it is first drawn; from then on it is drawn at once. It does
 * not come with what the server draws. Where its scripts cannot be loaded, that is told in its place, and all
 * else stays.
 */
export function later<Props extends object>(
  load: () => Promise<ComponentType<Props>>,
): (props: Props) => ReactElement | null {
  let loaded: ComponentType<Props> | undefined;
  return function Later(props) {
    const [Part, setPart] = useState(() => loaded);
    const [isFailed, setFailed] = useState(false);
    useEffect(() => {
      if (Part) return undefined;
      let isHere = true;
      load().then(
        (part) => {
          loaded = part;
          if (isHere) setPart(() => part);
        },
        () => {
          if (isHere) setFailed(true);
        },
      );
      return () => {
        isHere = false;
      };
    }, [Part]);
    if (Part) return <Part {...props} />;
    return isFailed ? <NotLoaded /> : null;
  };
}

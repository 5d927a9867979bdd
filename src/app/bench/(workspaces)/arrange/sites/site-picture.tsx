'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { SiteAnswer } from '../../../../../contract/sites';
import { iconAddress } from '../../../../../core/site/site-icon';
import { MediaDrawer } from '../../../../../ui/kinds/media-drawer';
import { Labelled } from '../../../../../ui/labelled';
import styles from './sites.module.css';

/** What stands for a site in tabs and on first screens: a picture of the library, or the first letter of its name. */
export function SitePicture({
  site: { id, key, label, picture },
  mayChange,
  onChange,
}: {
  site: SiteAnswer;
  mayChange: boolean;
  onChange: (picture: string | null, done: string) => void;
}): ReactElement {
  const [choosing, setChoosing] = useState(false);
  const mark = (size: 32 | 180) =>
    picture === null
      ? `/site-icon.svg?site=${encodeURIComponent(key)}`
      : iconAddress({ key, picture }, { size, isMaskable: false });
  return (
    <Labelled
      id={`picture-${id}`}
      label="Stands for it"
      group
      help={
        picture === null
          ? 'The first letter of its name, until you choose a picture.'
          : 'Cut to a square around its middle.'
      }
    >
      <div className={styles.marks}>
        {([180, 32] as const).map((size) => (
          <img
            key={size}
            src={mark(size)}
            alt=""
            width={size === 180 ? 60 : 16}
            height={size === 180 ? 60 : 16}
          />
        ))}
        {mayChange && <Button onClick={() => setChoosing(true)}>Choose a picture</Button>}
        {mayChange && picture !== null && (
          <Button onClick={() => onChange(null, `The first letter of ${label} stands for it again.`)}>
            Take it off
          </Button>
        )}
      </div>
      {choosing && (
        <MediaDrawer
          accept={['picture']}
          onClose={() => setChoosing(false)}
          onChoose={(medium) => {
            setChoosing(false);
            onChange(medium.id, `${medium.label} stands for ${label}.`);
          }}
        />
      )}
    </Labelled>
  );
}

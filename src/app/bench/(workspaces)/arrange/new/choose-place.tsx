'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { PlaceVerdict } from '../../../../../contract/pages';
import { Frame } from '../../../../../ui/frame';
import { Link } from '../../../../../ui/link';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow, Mono } from '../../../../../ui/marks';
import { useModel } from '../../../../../ui/model-in-force';
import { Workspace } from '../../../../../ui/shell/workspace';
import { SiteTree } from '../tree/site-tree';
import styles from '../arrange.module.css';

/** Below which page a first page of a type is made; where none may hold it yet, what has to be made before. */
export function ChoosePlace({
  typeKey,
  places,
  first,
}: {
  typeKey: string;
  places: readonly PlaceVerdict[];
  /** The key of a page type of which there has to be a page first. */
  first?: string;
}): ReactElement | null {
  const model = useModel();
  const type = model.pageTypeByKey(typeKey)?.definition;
  const before = first === undefined ? undefined : model.pageTypeByKey(first)?.definition;
  if (!type) return null;
  return (
    <Workspace outline={<SiteTree />} outlineLabel="Site tree">
      <div className={look.heading}>
        <div>
          <Eyebrow>{type.label}</Eyebrow>
          <h1>{places.length > 0 ? 'Where should it stand?' : 'It has nowhere to stand yet'}</h1>
          <p className={look.pencil}>{type.purpose}</p>
        </div>
      </div>
      {places.length > 0 ? (
        <Frame label="Pages that may hold it">
          <ul className={styles.choices}>
            {places.map(({ id, label, detail }) => (
              <li key={id}>
                <Link href={`/bench/arrange/${id}?add=${typeKey}`}>{label}</Link> <Mono>{detail}</Mono>
              </li>
            ))}
          </ul>
        </Frame>
      ) : (
        <div className={look.empty}>
          <strong>
            {before
              ? `It stands under a ${before.label.toLowerCase()}, and there is none yet.`
              : 'No page type may hold it.'}
          </strong>
          {before ? (
            <Button component={Link} href={`/bench/arrange/new/${before.key}`} variant="contained">
              Make the first {before.label.toLowerCase()}
            </Button>
          ) : (
            <Button component={Link} href="/bench/shape/placement">
              To the placement grid
            </Button>
          )}
        </div>
      )}
    </Workspace>
  );
}

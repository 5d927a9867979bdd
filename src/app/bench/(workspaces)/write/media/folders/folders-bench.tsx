'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import { folderScheme } from '../../../../../../core/model/media-type';
import look from '../../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../../ui/marks';
import { useMay } from '../../../../../../ui/shell/person';
import { Workspace } from '../../../../../../ui/shell/workspace';
import { CategoriesBench } from '../../../shape/categories-bench';
import { WriteOutline } from '../../write-outline';
import { Link } from '../../../../../../ui/link';

/** The folders of media: a tree as any other, made and set in order by those who write. */
export function FoldersBench(): ReactElement {
  const mayChange = useMay('write entries');
  return (
    <Workspace outline={<WriteOutline media="folders" />} outlineLabel="Entries">
      <div className={look.heading}>
        <div>
          <Eyebrow>Media</Eyebrow>
          <h1>Folders</h1>
          <p className={look.pencil}>
            A medium lies in one folder or in none. Listings take media by folder, with all that lies below
            it.
          </p>
        </div>
        <div className={look.acts}>
          <Button component={Link} href="/bench/write/media">
            All media
          </Button>
        </div>
      </div>
      <CategoriesBench scheme={folderScheme} inForce mayChange={mayChange} />
    </Workspace>
  );
}

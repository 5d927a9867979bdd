'use client';
import { Button } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { SiteAnswer } from '../../../../contract/sites';
import look from '../../../../ui/look/look.module.css';
import { useMay } from '../../../../ui/shell/person';
import { Workspace } from '../../../../ui/shell/workspace';
import { AddPage } from './later';
import { SiteTree } from './tree/site-tree';

/** A site in which nothing stands yet. */
export function NoPages({ site }: { site?: SiteAnswer }): ReactElement {
  const [adding, setAdding] = useState(false);
  const mayArrange = useMay('arrange pages');
  return (
    <Workspace outline={<SiteTree />} outlineLabel="Site tree">
      <div className={look.empty}>
        <strong>Here pages stand in a tree.</strong>
        <p>{site ? site.label : 'The site'} has no page yet. It begins with the page at its top.</p>
        {mayArrange && (
          <Button variant="contained" onClick={() => setAdding(true)}>
            Make the top page
          </Button>
        )}
      </div>
      {adding && (
        <AddPage parent={null} {...(site ? { site: site.id } : {})} onClose={() => setAdding(false)} />
      )}
    </Workspace>
  );
}

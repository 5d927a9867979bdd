'use client';
import type { ReactElement } from 'react';
import look from '../../../../ui/look/look.module.css';
import { Workspace } from '../../../../ui/shell/workspace';
import { WriteOutline } from './write-outline';
import { Link } from '../../../../ui/link';

export const NoTypes = (): ReactElement => (
  <Workspace outline={<WriteOutline />} outlineLabel="Entries">
    <div className={look.empty}>
      <strong>Here entries are written.</strong>
      <p>
        There is no content type yet, so nothing to fill in. An architect makes the first one in{' '}
        <Link href="/bench/shape">Shape</Link>.
      </p>
    </div>
  </Workspace>
);

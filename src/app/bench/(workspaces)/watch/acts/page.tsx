import type { ReactElement } from 'react';
import { Workspace } from '../../../../../ui/shell/workspace';
import { WatchOutline } from '../watch-outline';
import { ActsBench } from './acts-bench';

export default function ActsPage(): ReactElement {
  return (
    <Workspace outline={<WatchOutline />} outlineLabel="Watch">
      <ActsBench />
    </Workspace>
  );
}

import type { ReactElement } from 'react';
import { Workspace } from '../../../../../ui/shell/workspace';
import { WatchOutline } from '../watch-outline';
import { WorkBench } from './work-bench';

export default function WorkPage(): ReactElement {
  return (
    <Workspace outline={<WatchOutline />} outlineLabel="Watch">
      <WorkBench />
    </Workspace>
  );
}

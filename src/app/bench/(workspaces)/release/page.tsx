import type { ReactElement } from 'react';
import { Workspace } from '../../../../ui/shell/workspace';
import { ToCome } from '../to-come';
import { ReleaseOutline } from './release-outline';
import { WaitingBench } from './waiting-bench';

export default function ReleasePage(): ReactElement {
  return (
    <Workspace outlineLabel="Release" outline={<ReleaseOutline />}>
      <WaitingBench />
      <ToCome
        title="What this workspace will hold besides"
        holds={[
          ['Calendar', 'What goes live and what comes down, day by day.'],
          ['Release sets', 'Things that are published together.'],
          ['Exports', 'What goes out in open formats.'],
          ['Any moment', 'The whole site as it stands at a date.'],
        ]}
      />
    </Workspace>
  );
}

import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { Workspace } from '../../../../../ui/shell/workspace';
import { ShapeOutline } from '../shape-outline';
import { WordsBench } from './words-bench';

export const metadata: Metadata = { title: 'Words for visitors' };

export default function WordsPage(): ReactElement {
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types">
      <WordsBench />
    </Workspace>
  );
}

import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { soughtInVain } from '../../../../../services/visitor';
import { Workspace } from '../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { WatchOutline } from '../watch-outline';
import { firstSought } from './first-sought';
import { SoughtBench } from './sought-bench';

export const metadata: Metadata = { title: 'Sought in vain' };

export default async function SoughtPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand
      answers={[atHand('soughtInVain', firstSought, soughtInVain(installation, firstSought.query))]}
    >
      <Workspace outline={<WatchOutline />} outlineLabel="Watch">
        <SoughtBench />
      </Workspace>
    </AnswersAtHand>
  );
}

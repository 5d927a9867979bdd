import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { nowhere } from '../../../../../../services/redirects';
import { Workspace } from '../../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../../answers-at-hand';
import { signedIn } from '../../../../signed-in';
import { ReleaseOutline } from '../../release-outline';
import { firstNowhere } from './first-nowhere';
import { NowhereBench } from './nowhere-bench';

export const metadata: Metadata = { title: 'Led nowhere' };

export default async function NowherePage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand answers={[atHand('nowhere', firstNowhere, nowhere(installation, firstNowhere.query))]}>
      <Workspace outline={<ReleaseOutline />} outlineLabel="Release">
        <NowhereBench />
      </Workspace>
    </AnswersAtHand>
  );
}

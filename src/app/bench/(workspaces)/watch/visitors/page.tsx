import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { may } from '../../../../../core/roles';
import { visitors } from '../../../../../services/visitor-accounts';
import { Workspace } from '../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { WatchOutline } from '../watch-outline';
import { firstVisitors } from './first-visitors';
import { VisitorsBench } from './visitors-bench';

export const metadata: Metadata = { title: 'Accounts of visitors' };

export default async function VisitorsPage(): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  if (!may(person.role, 'keep people')) redirect('/bench/watch/comments');
  return (
    <AnswersAtHand answers={[atHand('visitors', firstVisitors, visitors(installation, firstVisitors.query))]}>
      <Workspace outline={<WatchOutline />} outlineLabel="Watch">
        <VisitorsBench />
      </Workspace>
    </AnswersAtHand>
  );
}

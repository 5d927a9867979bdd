import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { comments } from '../../../../../services/comments';
import { Workspace } from '../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { WatchOutline } from '../watch-outline';
import { CommentsBench } from './comments-bench';
import { firstComments } from './first-comments';

export const metadata: Metadata = { title: 'What visitors say' };

export default async function CommentsPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  return (
    <AnswersAtHand answers={[atHand('comments', firstComments, comments(installation, firstComments.query))]}>
      <Workspace outline={<WatchOutline />} outlineLabel="Watch">
        <CommentsBench />
      </Workspace>
    </AnswersAtHand>
  );
}

import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { comments } from '../../../../../services/comments';
import { Workspace } from '../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { WatchOutline } from '../watch-outline';
import { CommentsBench } from './comments-bench';
import { commentsAsked, commentsFrom } from './comments-asked';

export const metadata: Metadata = { title: 'What visitors say' };

export default async function CommentsPage({
  searchParams,
}: {
  searchParams: Promise<{ state?: string; on?: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const asked = commentsAsked(await searchParams);
  const first = commentsFrom(asked);
  return (
    <AnswersAtHand answers={[atHand('comments', first, comments(installation, first.query))]}>
      <Workspace outline={<WatchOutline />} outlineLabel="Watch">
        <CommentsBench key={JSON.stringify(asked)} asked={asked} />
      </Workspace>
    </AnswersAtHand>
  );
}

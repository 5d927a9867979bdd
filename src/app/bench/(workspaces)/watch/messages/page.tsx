import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { may } from '../../../../../core/roles';
import { messages } from '../../../../../services/messages';
import { Workspace } from '../../../../../ui/shell/workspace';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { WatchOutline } from '../watch-outline';
import { firstMessages } from './first-messages';
import { MessagesBench } from './messages-bench';

export const metadata: Metadata = { title: 'Messages of visitors' };

export default async function MessagesPage(): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  if (!may(person.role, 'keep people')) redirect('/bench/watch/comments');
  return (
    <AnswersAtHand answers={[atHand('messages', firstMessages, messages(installation, firstMessages.query))]}>
      <Workspace outline={<WatchOutline />} outlineLabel="Watch">
        <MessagesBench />
      </Workspace>
    </AnswersAtHand>
  );
}

import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { may } from '../../../../core/roles';
import { allPeople } from '../../../../services/people';
import { AnswersAtHand, atHand } from '../../answers-at-hand';
import { signedIn } from '../../signed-in';
import { PeopleBench } from './people-bench';

export default async function PeoplePage(): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  if (!may(person.role, 'keep people')) redirect('/bench');
  return (
    <AnswersAtHand answers={[atHand('people', {}, allPeople(installation))]}>
      <PeopleBench />
    </AnswersAtHand>
  );
}

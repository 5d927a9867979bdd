import type { ReactElement } from 'react';
import { allContent, ownAllTable } from '../../../../services/entries';
import { AnswersAtHand, atHand } from '../../answers-at-hand';
import { signedIn } from '../../signed-in';
import { addressOf, type Asked } from './table/address-of';
import { AllTable } from './table/all-table';
import { allQuestion } from './table/table-question';

export default async function AllContentPage({
  searchParams,
}: {
  searchParams: Promise<Asked>;
}): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const look = await ownAllTable(installation, person);
  const query = allQuestion(installation.model, addressOf(await searchParams), look.columns);
  return (
    <AnswersAtHand answers={[atHand('allContent', { query }, allContent(installation, query, person))]}>
      <AllTable initialLook={look} />
    </AnswersAtHand>
  );
}

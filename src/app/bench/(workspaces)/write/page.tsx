import type { ReactElement } from 'react';
import { allContent, ownAllTable } from '../../../../services/entries';
import { questionAddress } from '../../../../ui/question-address';
import { AnswersAtHand, atHand } from '../../answers-at-hand';
import { AskedEarly } from '../../asked-early';
import { signedIn } from '../../signed-in';
import { addressOf, type Asked } from './table/address-of';
import { AllTable } from './table/all-table';
import { wholeOf } from './table/counted';
import { allQuestion } from './table/table-question';

export default async function AllContentPage({
  searchParams,
}: {
  searchParams: Promise<Asked>;
}): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const look = await ownAllTable(installation, person);
  const query = allQuestion(installation.model, addressOf(await searchParams), look.columns);
  const rows = allContent(installation, query, person);
  return (
    <AnswersAtHand answers={[atHand('allContent', { query }, rows)]}>
      <AskedEarly
        addresses={async () => [
          questionAddress('keptViews', {}),
          ...((await rows).atLeast ? [questionAddress('allContent', { query: wholeOf(query) })] : []),
        ]}
      />
      <AllTable initialLook={look} />
    </AnswersAtHand>
  );
}

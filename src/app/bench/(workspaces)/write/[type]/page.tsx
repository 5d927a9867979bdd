import { notFound } from 'next/navigation';
import type { ReactElement } from 'react';
import { entries, ownTable } from '../../../../../services/entries';
import { questionAddress } from '../../../../../ui/question-address';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { AskedEarly } from '../../../asked-early';
import { signedIn } from '../../../signed-in';
import { addressOf, type Asked } from '../table/address-of';
import { wholeOf } from '../table/counted';
import { EntryTable } from '../table/entry-table';
import { shownOnQuestion, tableQuestion } from '../table/table-question';

export default async function TablePage({
  params,
  searchParams,
}: {
  params: Promise<{ type: string }>;
  searchParams: Promise<Asked>;
}): Promise<ReactElement> {
  const { installation, person } = await signedIn();
  const { type: key } = await params;
  const type = installation.model.contentTypeByKey(key);
  if (!type) notFound();
  const look = await ownTable(installation, person, type.id);
  const query = tableQuestion(installation.model, type, look.columns, addressOf(await searchParams));
  const rows = entries(installation, query, person);
  return (
    <AnswersAtHand answers={[atHand('entries', { query }, rows)]}>
      <AskedEarly
        addresses={async () => {
          const { items, atLeast } = await rows;
          return [
            questionAddress('keptViews', {}),
            ...(items.length > 0 ? [questionAddress('shownOn', shownOnQuestion(key, items))] : []),
            ...(atLeast ? [questionAddress('entries', { query: wholeOf(query) })] : []),
          ];
        }}
      />
      <EntryTable key={key} typeKey={key} initialLook={look} />
    </AnswersAtHand>
  );
}

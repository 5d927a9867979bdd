import { notFound } from 'next/navigation';
import type { ReactElement } from 'react';
import { entries, ownTable } from '../../../../../services/entries';
import { AnswersAtHand, atHand } from '../../../answers-at-hand';
import { signedIn } from '../../../signed-in';
import { addressOf, type Asked } from '../table/address-of';
import { EntryTable } from '../table/entry-table';
import { tableQuestion } from '../table/table-question';

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
  return (
    <AnswersAtHand answers={[atHand('entries', { query }, entries(installation, query, person))]}>
      <EntryTable key={key} typeKey={key} initialLook={look} />
    </AnswersAtHand>
  );
}

import type { ReactElement } from 'react';
import { entry } from '../../../../../../services/entries';
import { today } from '../../../../../../services/runtime';
import { AnswersAtHand } from '../../../../answers-at-hand';
import { formAtHand } from '../../../../form-at-hand';
import { orNotFound } from '../../../../or-not-found';
import { signedIn } from '../../../../signed-in';
import { EntryBench } from '../../entry-bench';

export default async function EntryPage({
  params,
}: {
  params: Promise<{ id: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const found = await orNotFound(entry(installation, id));
  const fields = installation.model.contentTypeByKey(found.type)?.fields ?? [];
  return (
    <AnswersAtHand answers={formAtHand(installation, fields, found.values)}>
      <EntryBench key={id} initial={found} today={today(installation)} />
    </AnswersAtHand>
  );
}

import type { ReactElement } from 'react';
import { entry } from '../../../../../../services/entries';
import { today } from '../../../../../../services/runtime';
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
  return <EntryBench key={id} initial={found} today={today(installation)} />;
}

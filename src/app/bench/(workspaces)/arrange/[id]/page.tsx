import type { ReactElement } from 'react';
import { today } from '../../../../../services/runtime';
import { page } from '../../../../../services/pages';
import { isShared, sharedBlock } from '../../../../../services/shared';
import { orNotFound } from '../../../or-not-found';
import { signedIn } from '../../../signed-in';
import { PageBench } from '../page-bench';
import { SharedBench } from '../shared/shared-bench';

/** A page, or a shared block: whatever is arranged, by its id. */
export default async function ArrangedPage({
  params,
}: {
  params: Promise<{ id: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const day = today(installation);
  if (await isShared(installation, id))
    return <SharedBench key={id} initial={await orNotFound(sharedBlock(installation, id))} today={day} />;
  return <PageBench key={id} initial={await orNotFound(page(installation, id))} today={day} />;
}

import type { ReactElement } from 'react';
import { today } from '../../../../../services/runtime';
import { page } from '../../../../../services/pages';
import { orNotFound } from '../../../or-not-found';
import { signedIn } from '../../../signed-in';
import { PageBench } from '../page-bench';

export default async function PagePage({
  params,
}: {
  params: Promise<{ id: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const found = await orNotFound(page(installation, id));
  return <PageBench key={id} initial={found} today={today(installation)} />;
}

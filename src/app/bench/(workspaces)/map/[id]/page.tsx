import type { ReactElement } from 'react';
import { listing } from '../../../../../services/listings';
import { orNotFound } from '../../../or-not-found';
import { signedIn } from '../../../signed-in';
import { ListingBench } from '../listing-bench';

export default async function ListingPage({
  params,
}: {
  params: Promise<{ id: string }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { id } = await params;
  const found = await orNotFound(listing(installation, id));
  return <ListingBench key={id} initial={found} />;
}

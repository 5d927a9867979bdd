import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { listings } from '../../../../services/listings';
import { signedIn } from '../../signed-in';
import { NoListings } from './no-listings';

export default async function MapPage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  const [first] = (await listings(installation)).items;
  if (first) redirect(`/bench/map/${first.id}`);
  return <NoListings />;
}

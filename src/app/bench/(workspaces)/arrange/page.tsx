import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { siteTree } from '../../../../services/pages';
import { signedIn } from '../../signed-in';
import { NoPages } from './no-pages';

export default async function ArrangePage(): Promise<ReactElement> {
  const { house } = await signedIn();
  const [top] = (await siteTree(house)).pages;
  if (top) redirect(`/bench/arrange/${top.id}`);
  return <NoPages />;
}

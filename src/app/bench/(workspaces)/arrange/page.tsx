import { treeSeen } from '../../../../services/pages';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { signedIn } from '../../signed-in';
import { NoPages } from './no-pages';

export default async function ArrangePage({
  searchParams,
}: {
  searchParams: Promise<{ site?: string | string[] }>;
}): Promise<ReactElement> {
  const { installation } = await signedIn();
  const { site: asked } = await searchParams;
  const { pages, sites } = await treeSeen(installation, {});
  const site = sites.find(({ id }) => id === asked) ?? sites[0];
  const top = pages.find((page) => page.site === site?.id);
  if (top) redirect(`/bench/arrange/${top.id}`);
  return <NoPages {...(site ? { site } : {})} />;
}

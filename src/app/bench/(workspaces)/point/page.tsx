import type { ReactElement } from 'react';
import { signedIn } from '../../signed-in';
import { PointBench } from './point-bench';

export default async function PointPage({
  searchParams,
}: {
  searchParams: Promise<{ at?: string | string[] }>;
}): Promise<ReactElement> {
  await signedIn();
  const { at } = await searchParams;
  return <PointBench address={typeof at === 'string' && at.startsWith('/') ? at : '/'} />;
}

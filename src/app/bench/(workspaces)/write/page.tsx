import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { signedIn } from '../../signed-in';
import { NoTypes } from './no-types';

export default async function WritePage(): Promise<ReactElement> {
  const { house } = await signedIn();
  const [first] = house.model.contentTypes;
  if (first) redirect(`/bench/write/${first.is.key}`);
  return <NoTypes />;
}

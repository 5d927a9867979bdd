import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { signedIn } from '../../signed-in';
import { NoTypes } from './no-types';

export default async function WritePage(): Promise<ReactElement> {
  const { installation } = await signedIn();
  const [first] = installation.model.contentTypes;
  if (first) redirect(`/bench/write/${first.definition.key}`);
  return <NoTypes />;
}

import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { may } from '../../../../core/roles';
import { signedIn } from '../../signed-in';
import { PeopleBench } from './people-bench';

export default async function PeoplePage(): Promise<ReactElement> {
  const { person } = await signedIn();
  if (!may(person.role, 'keep people')) redirect('/bench');
  return <PeopleBench />;
}

import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { Plain } from '../../../ui/plain';
import { whoAsks } from '../signed-in';
import { SecondFactorNeeded } from './second-factor-needed';

export const metadata: Metadata = { title: 'Second factor' };

export default async function SecondFactorPage(): Promise<ReactElement> {
  const { installation, person } = await whoAsks();
  if (!person) redirect('/bench/sign-in');
  if (person.guarded) redirect('/bench');
  return (
    <Plain title="A second factor is needed" site={installation.site.label}>
      <p>Everyone here signs in with a password and a code that an app on their phone shows.</p>
      <SecondFactorNeeded />
    </Plain>
  );
}

import type { Metadata } from 'next';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { SESSION_COOKIE } from '../../../contract/session-cookie';
import { personByToken } from '../../../services/people';
import { sharedInstallation } from '../../../services/runtime';
import { Plain } from '../../../ui/plain';
import { SecondFactorNeeded } from './second-factor-needed';

export const metadata: Metadata = { title: 'Second factor' };

export default async function SecondFactorPage(): Promise<ReactElement> {
  const installation = await sharedInstallation();
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  const person = token ? await personByToken(installation, token) : undefined;
  if (!person) redirect('/bench/sign-in');
  if (person.guarded) redirect('/bench');
  return (
    <Plain title="A second factor is needed" site={installation.site.label}>
      <p>Everyone here signs in with a password and a code that an app on their phone shows.</p>
      <SecondFactorNeeded />
    </Plain>
  );
}

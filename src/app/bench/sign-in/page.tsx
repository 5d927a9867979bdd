import { isNew } from '../../../services/people';
import { sharedInstallation } from '../../../services/runtime';
import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { Plain } from '../../../ui/plain';
import { SignInForm } from './sign-in-form';

export const metadata: Metadata = { title: 'Sign in' };

const samplePeople = [
  { email: 'architect@quillwater.example', role: 'architect', does: 'decides what the site is made of' },
  { email: 'editor@quillwater.example', role: 'editor', does: 'fills it in' },
  { email: 'reviewer@quillwater.example', role: 'reviewer', does: 'sees what waits and publishes it' },
];

export default async function SignInPage(): Promise<ReactElement> {
  const installation = await sharedInstallation();
  if (await isNew(installation)) redirect('/bench/set-up');
  return (
    <Plain title="Sign in" site={installation.site.label}>
      <SignInForm sample={installation.demo ? samplePeople : []} />
    </Plain>
  );
}

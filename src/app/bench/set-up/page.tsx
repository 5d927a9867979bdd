import { isNew } from '../../../services/people';
import { sharedInstallation } from '../../../services/runtime';
import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { Plain } from '../../../ui/plain';
import { SetUpForm } from './set-up-form';

export const metadata: Metadata = { title: 'Set up' };

export default async function SetUpPage(): Promise<ReactElement> {
  if (!(await isNew(await sharedInstallation()))) redirect('/bench/sign-in');
  return (
    <Plain title="Set up a new site">
      <p>Nobody is here yet. You become its first architect, and may add editors and reviewers afterwards.</p>
      <SetUpForm />
    </Plain>
  );
}

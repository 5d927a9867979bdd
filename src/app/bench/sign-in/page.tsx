import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import type { ReactElement } from 'react';
import { openHouse } from '../../../services/house';
import { isNew } from '../../../services/people';
import { Plain } from '../../../ui/plain';
import { SignInForm } from './sign-in-form';

export const metadata: Metadata = { title: 'Sign in' };

const samplePeople = [
  { email: 'architect@quillwater.example', role: 'architect', does: 'decides what the site is made of' },
  { email: 'editor@quillwater.example', role: 'editor', does: 'fills it in' },
  { email: 'reviewer@quillwater.example', role: 'reviewer', does: 'sees what waits and publishes it' },
];

export default async function SignInPage(): Promise<ReactElement> {
  const house = await openHouse();
  if (await isNew(house)) redirect('/bench/set-up');
  return <Plain title="Sign in" site={house.site.label}><SignInForm sample={house.demo ? samplePeople : []} /></Plain>;
}

import type { Metadata } from 'next';
import type { ReactElement } from 'react';
import { linkAnswer } from '../../../../services/people';
import { Refusal, sharedInstallation } from '../../../../services/runtime';
import { Plain } from '../../../../ui/plain';
import { ChoosePassword } from './choose-password';

export const metadata: Metadata = { title: 'Choose a password', robots: { index: false } };

export default async function LinkPage({
  params,
}: {
  params: Promise<{ word: string }>;
}): Promise<ReactElement> {
  const { word } = await params;
  const installation = await sharedInstallation();
  const site = installation.site.label;
  const person = await linkAnswer(installation, decodeURIComponent(word)).catch((error: unknown) => {
    if (error instanceof Refusal) return error;
    throw error;
  });
  if (person instanceof Refusal)
    return (
      <Plain title="This link leads nowhere" site={site}>
        <p>{person.title}</p>
      </Plain>
    );
  return (
    <Plain title={person.joined ? 'A new password' : `Welcome, ${person.name}`} site={site}>
      <ChoosePassword word={word} email={person.email} />
    </Plain>
  );
}

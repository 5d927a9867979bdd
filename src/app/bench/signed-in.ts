import { asksSecondFactor, isNew, type Person, personByToken } from '../../services/people';
import { type Installation, sharedInstallation } from '../../services/runtime';
import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { SESSION_COOKIE } from '../../contract/session-cookie';

/** The installation and who asks, if anybody is signed in; `lacksFactor` where they have to show a second one first. */
export async function whoAsks(): Promise<{
  installation: Installation;
  person: Person | undefined;
  lacksFactor: boolean;
}> {
  const installation = await sharedInstallation();
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  const person = token ? await personByToken(installation, token) : undefined;
  const lacksFactor = person !== undefined && !person.guarded && (await asksSecondFactor(installation));
  return { installation, person, lacksFactor };
}

/**
 * The installation and who is signed in. Without a session it leads to the sign-in page, or to set-up while
 * nobody is here.
 */
export async function signedIn(): Promise<{ installation: Installation; person: Person }> {
  const { installation, person, lacksFactor } = await whoAsks();
  if (lacksFactor) redirect('/bench/second-factor');
  if (person) return { installation, person };
  redirect((await isNew(installation)) ? '/bench/set-up' : '/bench/sign-in');
}

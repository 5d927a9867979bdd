import { cookies } from 'next/headers';
import { redirect } from 'next/navigation';
import { openHouse, type House } from '../../services/house';
import { isNew, personByToken, type Person } from '../../services/people';
import { SESSION_COOKIE } from '../../contract/session-cookie';

/** The house and who is signed in. Without a session it leads to the sign-in page, or to set-up while nobody is here. */
export async function signedIn(): Promise<{ house: House; person: Person }> {
  const house = await openHouse();
  const token = (await cookies()).get(SESSION_COOKIE)?.value;
  const person = token ? await personByToken(house, token) : undefined;
  if (person) return { house, person };
  redirect((await isNew(house)) ? '/bench/set-up' : '/bench/sign-in');
}

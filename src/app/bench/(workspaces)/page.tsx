import { redirect } from 'next/navigation';
import { isBlank } from '../../../services/ready-made';
import { signedIn } from '../signed-in';

/** Everyone begins with what is theirs to see to; an architect, while nothing is here, with what to begin from. */
export default async function Begin(): Promise<never> {
  const { installation, person } = await signedIn();
  if (person.role === 'architect' && (await isBlank(installation))) redirect('/bench/begin');
  redirect('/bench/today');
}

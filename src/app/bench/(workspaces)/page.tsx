import { redirect } from 'next/navigation';
import { isBlank } from '../../../services/ready-made';
import { signedIn } from '../signed-in';

const first = { architect: '/bench/shape', editor: '/bench/write', reviewer: '/bench/release' } as const;

/** Everyone begins where their work is; an architect, while nothing is here, with what to begin from. */
export default async function Begin(): Promise<never> {
  const { installation, person } = await signedIn();
  if (person.role === 'architect' && (await isBlank(installation))) redirect('/bench/begin');
  redirect(first[person.role]);
}

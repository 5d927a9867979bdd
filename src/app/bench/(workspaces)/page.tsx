import { redirect } from 'next/navigation';
import { signedIn } from '../signed-in';

const first = { architect: '/bench/shape', editor: '/bench/write', reviewer: '/bench/release' } as const;

/** Everyone begins where their work is. */
export default async function Begin(): Promise<never> {
  const { person } = await signedIn();
  redirect(first[person.role]);
}

import { notFound } from 'next/navigation';
import { Refusal } from '../../services/runtime';

/** What a service answers, or the page that says there is no such thing. */
export async function orNotFound<T>(asked: Promise<T>): Promise<T> {
  try {
    return await asked;
  } catch (error) {
    if (error instanceof Refusal && error.status === 404) notFound();
    throw error;
  }
}

import { setting } from '../../store/settings';
import type { Installation } from './installation';

/** Whether the server can do its work now: both files answer, and what is derived is there. */
export async function healthOf(
  installation: Pick<Installation, 'content' | 'sessions'>,
): Promise<{ ready: boolean; words: string }> {
  try {
    const derived = await setting(installation.content, 'derived');
    await installation.sessions.expectAnswer();
    return derived === 'fresh'
      ? { ready: true, words: 'ready' }
      : { ready: false, words: 'what is derived is being made anew' };
  } catch {
    return { ready: false, words: 'the database does not answer' };
  }
}

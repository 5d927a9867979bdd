import { folded } from '../../core/mapping/rule/matches';
import { addSoughtInVain } from '../../store/sought-in-vain';
import { Counter } from './counter';
import type { Installation } from './installation';

/** Longer than this is nothing that many seek, and perhaps something that somebody did not mean to leave here. */
const LONGEST = 60;
/** How many are counted between two times that they are kept. */
const MOST = 500;

/** Counts what visitors seek and do not find, until that is kept. Who sought it is not noted. */
export class SoughtInVain {
  private readonly counter = new Counter<{ words: string; language: string }>(MOST);

  count(typed: string, language: string): void {
    const words = folded(typed).replace(/\s+/g, ' ').trim();
    if (words === '' || words.length > LONGEST) return;
    this.counter.count(`${language} ${words}`, { words, language });
  }

  take = () => this.counter.take();
}

/** Keeps what was sought in vain since the last time. */
export async function keepSoughtInVain(installation: Installation): Promise<void> {
  const lastAt = installation.now();
  const rows = installation.soughtInVain.take().map((each) => ({ ...each, lastAt }));
  if (rows.length > 0) await installation.sessions.write((tx) => addSoughtInVain(tx, rows));
}

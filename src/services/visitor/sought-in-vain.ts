import type { SoughtInVainAnswer, SoughtInVainQuery } from '../../contract/sought-in-vain';
import { soughtInVainPage } from '../../store/sought-in-vain';
import type { Installation } from '../runtime/installation';

const USUAL = 50;

/** What visitors sought and did not find, the most often first. */
export async function soughtInVain(
  { sessions }: Installation,
  { offset = 0, limit = USUAL }: SoughtInVainQuery,
): Promise<SoughtInVainAnswer> {
  const { total, rows } = await soughtInVainPage(sessions, { offset, limit });
  return {
    total,
    items: rows.map(({ words, language, n, lastAt }) => ({
      words,
      language,
      times: n,
      last: new Date(lastAt).toISOString(),
    })),
  };
}

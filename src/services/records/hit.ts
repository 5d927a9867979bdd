import type { Hit } from '../../contract/entries';
import { passageOf, type Sought } from '../../core/content/sought-words';
import type { KeptRecord } from '../../store/records';
import type { Installation } from '../runtime/installation';
import { shapeOf } from './shape';

/** Where the words that are sought stand in what a record says, the title left out. */
export function hitIn(
  installation: Installation,
  { sort, type, title, body }: Pick<KeptRecord, 'sort' | 'type' | 'title' | 'body'>,
  sought: Sought,
  language?: number,
): Hit | undefined {
  const { others } = installation.model.document.locales;
  const texts = shapeOf(installation, { sort, type, title })?.texts(body) ?? [];
  const among = texts.filter(
    (text) => language === undefined || text.language === (language === 0 ? undefined : others[language - 1]),
  );
  for (const { label, text, language: own } of among) {
    const pieces = text === title ? undefined : passageOf(text, sought);
    if (pieces) return { label, pieces, ...(own === undefined ? {} : { language: own }) };
  }
  return undefined;
}

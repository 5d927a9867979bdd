import { useMemo } from 'react';
import { visitorWords, type VisitorWords } from '../../../../core/model/visitor-words';
import { useAsk } from '../../../../ui/use-ask';
import { useWorkingModel } from './working-model';

/** Every word of the working copy that visitors read in other languages; undefined until it is known what listings name. */
export function useVisitorWords(): VisitorWords[] | undefined {
  const { document } = useWorkingModel();
  const { data } = useAsk('wordsOfListings', {}, { enabled: document.locales.others.length > 0 });
  return useMemo(() => data && visitorWords(document, data), [document, data]);
}

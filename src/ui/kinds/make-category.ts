'use client';
import { useQueryClient } from '@tanstack/react-query';
import { FOLDERS } from '../../core/model/media-type';
import { ask, wordsOf } from '../ask';
import { useModel } from '../model-in-force';
import { useMay } from '../shell/person';
import { useTell } from '../telling';

/**
 * Makes a category of a scheme on the spot, for those who may: tags whoever writes, categories an architect. It
 * stands below the one named, else below `within`, else at the top.
 */
export function useMakeCategory(
  scheme: string,
  { within, onMade }: { within?: string | undefined; onMade: (category: string) => void },
): ((label: string, parent: string | null) => void) | undefined {
  const client = useQueryClient();
  const tell = useTell();
  const model = useModel();
  const architect = useMay('shape the model');
  const writes = useMay('write entries');
  const isLoose = scheme === FOLDERS || model.scheme(scheme)?.definition.sort === 'tags';
  if (!(architect || (writes && isLoose))) return undefined;
  return (label, parent) => {
    ask('addCategory', { path: { id: scheme }, body: { label, parent: parent ?? within ?? null } })
      .then(async ({ id }) => {
        await client.invalidateQueries({ queryKey: ['categories'] });
        onMade(id);
      })
      .catch((error: unknown) => tell(wordsOf(error)));
  };
}

import { useQuery } from '@tanstack/react-query';
import type { Id } from '../../../../core/ids';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';

/** Where visitors see each field of a type; nothing until the listings are known, and what reads them is loaded. */
export function useFieldShows(
  type: CompiledType<ContentType> | undefined,
): ReadonlyMap<Id, readonly string[]> | undefined {
  const model = useModel();
  const { data: listings, dataUpdatedAt } = useAsk('listings');
  const { data } = useQuery({
    queryKey: ['where fields show', type?.id, model.revision, dataUpdatedAt],
    queryFn: async () => {
      const { showsInListings } = await import('./shows-in-listings');
      return type && listings ? showsInListings(model, type, listings.items) : null;
    },
    enabled: type !== undefined && listings !== undefined,
  });
  return data ?? undefined;
}

import type { StarterRow } from '../../../../../contract/starters';
import type { CompiledModel } from '../../../../../core/model/compile';

/** What a starter is, in words: a page of a type, or blocks by their types. */
export function starterInWords(model: CompiledModel, { isPage, type, types }: StarterRow): string {
  const labels = types.map((key) => model.blockTypeByKey(key)?.definition.label ?? 'a type that is gone');
  if (!isPage) return labels.join(', ');
  const page = model.pageTypeByKey(type ?? '')?.definition.label ?? 'Page of a type that is gone';
  return labels.length === 0
    ? `${page}, its slots empty`
    : `${page} with ${labels.length} ${labels.length === 1 ? 'block' : 'blocks'}`;
}

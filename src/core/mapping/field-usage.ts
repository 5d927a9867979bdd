import type { FaceContent } from './face';
import { partKeys, type Mapping, type PartKey } from './parts';

/** One thing that a part shows: which chain and which step of it (from 0) fed it, and what it says. */
export interface FieldUsage {
  chain: number;
  step: number;
  words: string;
}

/**
 * Which steps of a mapping fed what one entry shows, part by part. The mapping is as the entry's type understands it,
 * the face names fields by the same ids. Parts that show nothing are absent.
 */
export function fieldsFeedingPart(
  mapping: Mapping,
  face: FaceContent,
): Partial<Record<PartKey, FieldUsage[]>> {
  return Object.fromEntries(
    partKeys.flatMap((part) => {
      const chains = mapping[part] ?? [];
      const fed = (face[part] ?? []).flatMap(({ step, field, words, media }): FieldUsage[] => {
        const chain = chains.findIndex((steps) => {
          const asked = steps[step];
          return (
            asked !== undefined &&
            ('words' in asked
              ? field === undefined && asked.words === words
              : asked.field.split('.')[0] === field)
          );
        });
        return chain < 0 ? [] : [{ chain, step, words: media?.alt || words }];
      });
      return fed.length > 0 ? [[part, fed]] : [];
    }),
  );
}

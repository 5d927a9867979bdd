import { useMemo } from 'react';
import type { Id } from '../../../../core/ids';
import { parseRule } from '../../../../core/mapping/rule/parse';
import type { CompiledType } from '../../../../core/model/compile';
import type { ContentType } from '../../../../core/model/document';
import { whereFieldsShow } from '../../../../core/site/field-shows';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';

/** Where visitors see each field of a type; nothing until the listings are known. */
export function useFieldShows(
  type: CompiledType<ContentType> | undefined,
): ReadonlyMap<Id, readonly string[]> | undefined {
  const model = useModel();
  const { data } = useAsk('listings');
  return useMemo(() => {
    if (!type || !data) return undefined;
    const inForce = data.items
      .filter(({ state }) => state === 'published')
      .map(({ label, rule }) => ({ label, rule: parseRule(model, rule).rule }));
    return whereFieldsShow(
      model,
      type,
      inForce.flatMap(({ label, rule }) => (rule ? [{ label, rule }] : [])),
    );
  }, [model, type, data]);
}

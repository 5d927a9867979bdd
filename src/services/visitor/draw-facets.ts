import type { Id } from '../../core/ids';
import type { Json } from '../../core/json';
import {
  facetBounds,
  facetCondition,
  facetOf,
  facetQuery,
  facetValues,
  pressed,
  type AskedFacet,
  type ChosenFacets,
} from '../../core/mapping/rule/facets';
import type { ListingRule } from '../../core/mapping/rule/listing-rule';
import { allIn } from '../../core/mapping/rule/pins';
import { conditionIn, pathIn } from '../../core/mapping/rule/sources';
import { sayingIn } from '../../core/model/visitor-words';
import { spansOf } from '../../core/model/kinds/facet';
import type { DrawnFacet } from '../../core/site/visitor-page';
import { countFacets, type FacetQuestion } from '../../store/queries/facet-query';
import { idsByKeys } from '../../store/known';
import { sourcesOf } from '../listings/sources';
import { knownOf } from '../records/known';
import type { Installation } from '../runtime/installation';

/** A facet with what is chosen of it, and the values that are offered, as far as they are known before content is asked. */
interface Facing {
  asked: AskedFacet;
  had: readonly Json[];
  offered: { value: Json; depth: number }[];
}

/** How the values of a facet are counted. */
function groupOf({ asked, offered }: Facing): FacetQuestion['group'] {
  const { steps, by } = asked.grouping;
  if (steps) return { steps };
  if (by) return { by };
  return facetOf(asked)?.tells === 'below'
    ? { categories: offered.map(({ value }) => String(value)) }
    : undefined;
}

/** How many each value of a facet leaves, by the value as it is kept. */
type Counted = ReadonlyMap<Json, number>;

/** What was counted of a facet, by its values as they are kept; of what it leads to, the most frequent. */
async function byValue(
  installation: Installation,
  { asked, offered }: Facing,
  counts: ReadonlyMap<number | string, number>,
): Promise<Counted> {
  const { steps } = asked.grouping;
  if (steps) return new Map(spansOf(steps).map((span, i) => [span, counts.get(i) ?? 0]));
  if (facetOf(asked)?.tells === 'links') {
    const most = [...counts].sort(([, a], [, b]) => b - a).slice(0, facetBounds.values);
    const ids = await idsByKeys(
      installation.content,
      most.map(([key]) => Number(key)),
    );
    return new Map(most.flatMap(([key, n]): [Id, number][] => [[ids.get(Number(key)) ?? '', n]]));
  }
  if (asked.grouping.by) return counts;
  const keyOf = (value: Json) =>
    typeof value === 'boolean' ? Number(value) : installation.keyMap.find(String(value));
  return new Map(offered.map(({ value }) => [value, counts.get(keyOf(value)) ?? 0]));
}

/**
 * The fields that visitors filter by, with how many entries each value leaves among those that the other
 * choices leave.
 */
export async function drawFacets(
  installation: Installation,
  rule: ListingRule,
  facets: readonly AskedFacet[],
  chosen: ChosenFacets,
  address: string,
  language?: string,
): Promise<DrawnFacet[]> {
  const { categories, content } = installation;
  const facing = facets.map((asked): Facing => ({
    asked,
    had: chosen.get(asked.field.id) ?? [],
    offered: facetValues(asked, chosen, categories),
  }));
  const questions = facing.map((each): FacetQuestion => {
    const group = groupOf(each);
    return {
      field: each.asked.field.id,
      where: facetCondition(facets, chosen, each.asked.field.id),
      ...(group ? { group } : {}),
    };
  });
  const perSource = await Promise.all(
    (await sourcesOf(content, installation, rule)).map(({ type, asked, rule: own }) =>
      countFacets(
        content,
        asked,
        allIn(own),
        questions.map((question) => ({
          ...question,
          field: pathIn(type, question.field),
          where: conditionIn(question.where, type),
        })),
      ),
    ),
  );
  const counted = await Promise.all(
    facing.map((each, i) => byValue(installation, each, together(perSource.map((counts) => counts[i])))),
  );
  const say = sayingIn(installation.model.document, language);
  const speaking = {
    say,
    locale: language ?? installation.model.locale,
    known: {
      ...(await linkedIn(installation, facing, counted, language)),
      pages: new Map(),
      media: new Map(),
      categories: categories.knownIn(language),
    },
  };
  return facing
    .map(({ asked, had }, i): DrawnFacet => {
      const facet = facetOf(asked);
      const counts = counted[i];
      const offered = facetValues(asked, chosen, categories, [...(counts?.keys() ?? [])]);
      // Months and years stand latest first, but where the list itself begins with the earliest.
      const upwards = rule.order.find(({ by }) => by === asked.field.id)?.direction === 'up';
      const values = (asked.grouping.by && upwards ? offered.reverse() : offered).map(({ value, depth }) => ({
        label: facet?.inWords(value, speaking) ?? '',
        depth,
        chosen: facet?.isChosen(value, had, categories) ?? false,
        count: counts?.get(value) ?? 0,
        address: `${address}${facetQuery(facets, pressed(asked, chosen, value, categories), categories)}`,
      }));
      return {
        key: asked.field.key,
        label: say(asked.field.label),
        values: values.filter(({ label, count, chosen: kept }) => label !== '' && (count > 0 || kept)),
      };
    })
    .filter(({ values }) => values.length > 0);
}

/** The counts of one facet in several sources, together. */
function together(
  counts: readonly (ReadonlyMap<number | string, number> | undefined)[],
): Map<number | string, number> {
  const sums = new Map<number | string, number>();
  for (const each of counts) for (const [key, n] of each ?? []) sums.set(key, (sums.get(key) ?? 0) + n);
  return sums;
}

/** What facets of entry links name, as far as visitors see it. */
async function linkedIn(
  installation: Installation,
  facing: readonly Facing[],
  counted: readonly Counted[],
  language: string | undefined,
) {
  const targets = facing.flatMap(({ asked, had }, i) =>
    facetOf(asked)?.tells === 'links' ? [...had, ...(counted[i]?.keys() ?? [])].map(String) : [],
  );
  const { entries } = await knownOf(
    installation.content,
    installation,
    [...new Set(targets)].map((target) => ({ path: '', sort: 'entry' as const, target })),
    0,
    language,
  );
  // What visitors do not see has no name for them.
  return { entries: new Map([...entries].filter(([, { live }]) => live !== undefined)) };
}

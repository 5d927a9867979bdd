import { facetPath } from '../../core/mapping/rule/facets';
import { ruleIn, Sources } from '../../core/mapping/rule/sources';
import { namedBy } from '../../core/model/visitor-words';
import type { WordsOfListings } from '../../contract/listings';
import type { Installation } from '../runtime/installation';
import { sitesOf } from '../pages/sites';
import { listingsInForce } from './in-force';

/** What listings in force name on visitors' pages: fields by their ids, and their fixed words; and the names of sites. */
export async function wordsOfListings(installation: Installation): Promise<WordsOfListings> {
  const named = (await listingsInForce(installation.content, installation)).flatMap(({ rule }) =>
    Sources.of(installation.model, rule.from).types.map((type) => {
      const { fields, words } = namedBy(ruleIn(rule, type).mapping);
      return { fields: [...fields, ...(rule.facets ?? []).map(facetPath)], words };
    }),
  );
  const sites = sitesOf(installation).items.map(({ label }) => label);
  return {
    fields: [...new Set(named.flatMap(({ fields }) => fields))],
    words: [...new Set([...named.flatMap(({ words }) => words), ...sites])],
  };
}

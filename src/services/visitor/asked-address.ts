import { facetKeys } from '../../core/mapping/rule/facets';
import type { CompiledModel } from '../../core/model/compile';
import { splitAccount } from '../../core/site/account';
import { canonicalAddress, searchKeys, splitLanguage } from '../../core/site/address';
import type { Installation } from '../runtime/installation';

/** Say that a message of a visitor was taken, and in which block; and what became of something that was said. */
const WRITTEN = ['sent', 'said'];

/** What an address says by name of a search. */
const searchNames: ReadonlySet<string> = new Set(Object.values(searchKeys));

const namesOf = new WeakMap<CompiledModel, ReadonlySet<string>>();

/** What the query of an address may say by name: choices in lists, and what became of what a visitor wrote. */
function queryNames(model: CompiledModel): ReadonlySet<string> {
  const known = namesOf.get(model);
  if (known) return known;
  const names = new Set([...facetKeys(model), ...WRITTEN]);
  namesOf.set(model, names);
  return names;
}

type Asked = Pick<Installation, 'model'> & { sites: readonly { base: string }[] };

/** Whether a path is that of a site's first page in some language, where the site is searched: `/`, `/fr/friends`. */
function isFirstPage({ model, sites }: Asked, path: string): boolean {
  const { main, others } = model.document.locales;
  const { address } = splitLanguage(canonicalAddress(path) ?? '', [main, ...others]);
  return sites.some(({ base }) => address === (base || '/'));
}

/**
 * The address (a path with its query) that a visitor asks for, without what others have hung on it: names that no page
 * understands, as letters and searches add them, lead to the page that is ready.
 */
export function askedAddress(installation: Asked, url: string): string {
  const at = url.indexOf('?');
  // Files say by their query which of their versions is meant; no page's address has a dot.
  if (at < 0 || url.lastIndexOf('.', at) >= 0) return url;
  // By words there an account is asked for, and nothing of them is kept as ready.
  if (splitAccount(url.slice(0, at))) return url;
  const names = queryNames(installation.model);
  const path = url.slice(0, at);
  const kept = url
    .slice(at + 1)
    .split('&')
    .map((each) => [each, each.split('=', 1)[0] ?? ''] as const)
    .filter(([, name]) => names.has(name) || (searchNames.has(name) && isFirstPage(installation, path)))
    .map(([each]) => each);
  return `${url.slice(0, at)}${kept.length > 0 ? `?${kept.join('&')}` : ''}`;
}

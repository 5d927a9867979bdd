import { addressIn, splitLanguage } from '../../core/site/address';
import type { SiteRow } from '../../store/sites';
import { siteAt } from './sites';
import type { Installation } from './installation';

type Speaking = Pick<Installation, 'model' | 'site' | 'sites'>;

/**
 * The language that leads on a site, as its own pages begin without a prefix: one of the others, or undefined
 * for the main one.
 */
export function leadingOn({ model }: Pick<Installation, 'model'>, site: SiteRow): string | undefined {
  return model.document.locales.others.find((locale) => locale === site.locale);
}

/** The languages that a site is read in, the leading one first; undefined is the main one. */
export function languagesOn(installation: Speaking, site: SiteRow): (string | undefined)[] {
  const leading = leadingOn(installation, site);
  const all = [undefined, ...installation.model.document.locales.others];
  return [leading, ...all.filter((language) => language !== leading)];
}

/**
 * Where visitors find in a language (undefined for the main one) what stands at an address of the tree: as it
 * stands in the language that leads on its site, under the language's own prefix in any other.
 */
export function visitorAddress(
  installation: Speaking,
  language: string | undefined,
  address: string,
): string {
  const leading = leadingOn(installation, siteAt(installation, address));
  return language === leading
    ? address
    : addressIn(language ?? installation.model.document.locales.main, address);
}

/**
 * What a visitor's address asks for: where it stands in the tree, and in which language (undefined for the
 * main one).
 */
export function languageAsked(
  installation: Speaking,
  path: string,
): { address: string; language: string | undefined } {
  const { main, others } = installation.model.document.locales;
  const { language: prefix, address } = splitLanguage(path, [main, ...others]);
  if (prefix === undefined)
    return { address, language: leadingOn(installation, siteAt(installation, address)) };
  return { address, language: prefix === main ? undefined : prefix };
}

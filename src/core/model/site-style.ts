import type { HouseStyle, ModelDocument } from './document';

/** The ones that are named in `common`, each as `own` has it where it has it. */
const asNamed = <Each extends { key: string }>(common: readonly Each[], own: readonly Each[]): Each[] =>
  common.map((each) => own.find(({ key }) => key === each.key) ?? each);

/**
 * The house style of a site, told by its key: its own, or the common one. Which variants and text styles there are is said
 * in the common one, for editors choose among them on every site; how they look may differ.
 */
export function styleOfSite(
  { houseStyle, siteStyles = {} }: Pick<ModelDocument, 'houseStyle' | 'siteStyles'>,
  site: string,
): HouseStyle {
  const own = Object.hasOwn(siteStyles, site) ? siteStyles[site] : undefined;
  return own
    ? {
        ...own,
        variants: asNamed(houseStyle.variants, own.variants),
        textStyles: asNamed(houseStyle.textStyles, own.textStyles),
      }
    : houseStyle;
}

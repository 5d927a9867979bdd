import pluralize from 'pluralize';

/** What several are called, of what one is called, as English has it: a proposal, which is corrected by hand. */
export const pluralOf = (label: string): string => (label.trim() ? pluralize.plural(label) : label);

/** What one is called, of what several are called, as a file of them is: "makers" gives "maker". */
export const singularOf = (label: string): string => (label.trim() ? pluralize.singular(label) : label);

import type { Field } from '../core/model/document';

/**
 * The groups of a form, in the order in which their first fields stand. Fields without one stand under
 * "Fields", or under "More" beside named groups.
 */
export function groupsOf(fields: readonly Field[]): { heading: string; fields: Field[] }[] {
  const groups = new Map<string, Field[]>();
  for (const field of fields)
    groups.set(field.group?.trim() ?? '', [...(groups.get(field.group?.trim() ?? '') ?? []), field]);
  return [...groups].map(([heading, inside]) => ({
    heading: heading || (groups.size > 1 ? 'More' : 'Fields'),
    fields: inside,
  }));
}

export const groupId = (heading: string): string => `group-${heading.replace(/\W+/g, '-').toLowerCase()}`;

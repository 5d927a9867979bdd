import type { Field } from '../core/model/document';

/** Some fields of a form that stand together. */
export interface FieldGroup {
  heading: string;
  /** Whether its heading stands over it: fields without a group that come first need none. */
  isHeaded: boolean;
  fields: Field[];
}

/**
 * The groups of a form, in the order in which their first fields stand. Fields without one stand under "More" behind
 * others; where they come first, as where there are no groups, nothing stands over them.
 */
export function groupsOf(fields: readonly Field[]): FieldGroup[] {
  const groups = new Map<string, Field[]>();
  for (const field of fields)
    groups.set(field.group?.trim() ?? '', [...(groups.get(field.group?.trim() ?? '') ?? []), field]);
  return [...groups].map(([heading, inside], i) => ({
    heading: heading || (i > 0 ? 'More' : 'Fields'),
    isHeaded: heading !== '' || i > 0,
    fields: inside,
  }));
}

export const groupId = (heading: string): string => `group-${heading.replace(/\W+/g, '-').toLowerCase()}`;

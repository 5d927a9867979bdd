import { partKeys } from '../mapping/parts';
import type { Id } from '../ids';
import type { BlockType, ContentType, Face, PageType } from './document';
import { fieldsFound } from './found';

/** Whether a face shows a field, straight or by a path that begins with it. */
export const feedsFace = (face: Face, field: Id): boolean =>
  partKeys.some((part) =>
    face.mapping[part]?.some((chain) =>
      chain.some((step) => 'field' in step && step.field.split('.')[0] === field),
    ),
  );

/** The roles a field has in its own type: "title", "address", "face". */
export function rolesOf(type: ContentType | PageType | BlockType, field: Id): string[] {
  const roles: [boolean, string][] = [
    [type.title === field, 'title'],
    ['columns' in type && type.summary === field, 'summary'],
    ['columns' in type && type.picture === field, 'picture'],
    ['columns' in type && type.date === field, 'date'],
    [
      ('address' in type && type.address.from === field) ||
        ('slug' in type && type.slug.from === field && type.title !== field),
      'address',
    ],
    [feedsFace(type.face, field), 'face'],
    ['columns' in type && type.columns.includes(field), 'table'],
    ['columns' in type && Object.values(type.vocabulary?.fields ?? {}).includes(field), 'search engines'],
    ['found' in type && fieldsFound(type.found).includes(field), 'found and shared'],
  ];
  return roles.flatMap(([has, role]) => (has ? [role] : []));
}

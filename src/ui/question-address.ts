import { routes, type OperationName } from '../contract/routes';
import type { Question } from './ask';

/** Where one operation is asked, with what is asked of it. */
export function questionAddress<K extends OperationName>(
  name: K,
  { path = {}, query }: Pick<Question<K>, 'path' | 'query'>,
): string {
  const place = routes[name].path.replace(/\{(\w+)\}/g, (_, piece: string) =>
    encodeURIComponent(path[piece] ?? ''),
  );
  const asked = new URLSearchParams(
    Object.entries(query ?? {}).flatMap(([key, value]): [string, string][] =>
      value === undefined ? [] : [[key, String(value)]],
    ),
  );
  return `/api/v1${place}${asked.size > 0 ? `?${asked.toString()}` : ''}`;
}

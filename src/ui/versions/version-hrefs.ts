import type { VersionedSort } from '../../contract/versions';

const workspaces: Record<VersionedSort, string> = {
  entry: 'write',
  medium: 'write',
  page: 'arrange',
  shared: 'arrange',
  listing: 'map',
  category: 'shape',
};

/** Where the versions of a record are compared: this one, against another. */
export function historyOf(
  sort: VersionedSort,
  id: string,
  { of, against }: { of?: number | undefined; against?: number | string | undefined } = {},
): string {
  const asked = new URLSearchParams([
    ...(of === undefined ? [] : [['of', String(of)]]),
    ...(against === undefined ? [] : [['against', String(against)]]),
  ]);
  return `/bench/${workspaces[sort]}/history/${id}${asked.size > 0 ? `?${asked.toString()}` : ''}`;
}

'use client';
import type { ReactElement } from 'react';
import type { TreePage } from '../../../../contract/pages';
import { TypeIcon } from '../../../../ui/icon';
import { useModel } from '../../../../ui/model-in-force';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';

/** How deep each page stands, pages coming after their parents. */
function depths(pages: readonly TreePage[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const page of pages) found.set(page.id, page.parent === null ? 0 : (found.get(page.parent) ?? 0) + 1);
  return found;
}

/** The pages of the site as they stand. */
export function SiteTree({ here }: { here?: string }): ReactElement {
  const model = useModel();
  const { data } = useAsk('pages');
  const pages = data?.pages ?? [];
  const deep = depths(pages);
  return (
    <OutlineGroup title="Site tree" count={pages.length}>
      {pages.map((page) => (
        <OutlineRow
          key={page.id} label={page.title || 'Without a name'} icon={<TypeIcon name={model.pageTypeByKey(page.type)?.is.icon ?? 'page'} />} depth={deep.get(page.id) ?? 0} href={`/bench/arrange/${page.id}`} here={page.id === here}
          {...(page.state === 'published' ? {} : { end: page.state, endIs: 'words' as const })}
        />
      ))}
    </OutlineGroup>
  );
}

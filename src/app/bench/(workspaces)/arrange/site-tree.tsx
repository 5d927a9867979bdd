'use client';
import { Plus } from 'lucide-react';
import { memo, type ReactElement } from 'react';
import type { TreePage } from '../../../../contract/pages';
import { TypeIcon } from '../../../../ui/icon';
import { useModel } from '../../../../ui/model-in-force';
import { LongGroup } from '../../../../ui/shell/long-rows';
import { OutlineGroup, OutlineRow } from '../../../../ui/shell/outline';
import { useAsk } from '../../../../ui/use-ask';

/** How deep each page stands, pages coming after their parents. */
function depths(pages: readonly TreePage[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const page of pages) found.set(page.id, page.parent === null ? 0 : (found.get(page.parent) ?? 0) + 1);
  return found;
}

/** The pages of every site as they stand, each site with its own tree. */
export const SiteTree = memo(function SiteTree({ here }: { here?: string }): ReactElement {
  const model = useModel();
  const { data } = useAsk('pages');
  const pages = data?.pages ?? [];
  const deep = depths(pages);
  const sites = data?.sites ?? [];
  return (
    <>
      {sites.map((site) => {
        const standing = pages.filter((page) => page.site === site.id);
        return (
          <LongGroup
            key={site.id}
            title={sites.length === 1 ? 'Site tree' : site.label}
            rows={standing.map((page) => ({
              key: page.id,
              label: page.title || 'Without a name',
              icon: <TypeIcon name={model.pageTypeByKey(page.type)?.definition.icon ?? 'page'} />,
              depth: deep.get(page.id) ?? 0,
              href: `/bench/arrange/${page.id}`,
              here: page.id === here,
              ...(page.state === 'published' ? {} : { end: page.state, endIs: 'words' as const }),
            }))}
          >
            {standing.length === 0 && (
              <OutlineRow
                label="Make its top page"
                icon={<Plus size={15} aria-hidden="true" />}
                href={`/bench/arrange?site=${site.id}`}
              />
            )}
          </LongGroup>
        );
      })}
      <OutlineGroup title="Sites" count={data?.sites.length}>
        <OutlineRow label="All sites" href="/bench/arrange/sites" />
        <OutlineRow label="At a moment…" href="/bench/arrange/moment" />
      </OutlineGroup>
    </>
  );
});

import type { ReactElement } from 'react';
import { iconAddress } from '../core/site/site-icon';
import type { SiteDrawn } from '../core/site/visitor-page';

/** What stands for a site in tabs and on first screens: its picture, or its first letter (`icon`, a drawing). */
export function SiteMarks({ site, icon }: { site: SiteDrawn; icon: string }): ReactElement {
  const { key, picture } = site;
  if (picture === undefined) return <link rel="icon" href={icon} type="image/svg+xml" />;
  const mark = (size: 32 | 180) => iconAddress({ key, picture }, { size, isMaskable: false });
  return (
    <>
      <link rel="icon" href={mark(32)} sizes="32x32" type="image/png" />
      <link rel="apple-touch-icon" href={mark(180)} />
    </>
  );
}

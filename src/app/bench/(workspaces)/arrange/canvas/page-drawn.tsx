'use client';
import { memo, useLayoutEffect, useMemo, useRef, type ReactElement, type Ref } from 'react';
import type { HouseStyle } from '../../../../../core/model/document';
import type { VisitorPage } from '../../../../../core/site/visitor-page';
import type { Arranged, BlockContext } from '../../../../../site/block';
import { PageMain } from '../../../../../site/page-main';
import '../../../../../site/styles/page.css';
import '../../../../../site/styles/foot.css';
import { NearBlocks, outOfTheWay } from './near-blocks';
import { VisitorPreview } from '../../visitor-preview';
import './arranged.css';

/**
 * A visitor's page between its head and its foot, drawn to be arranged: by the same components and styles as
 * visitors get. What leads away or takes input in it is no station of the keyboard.
 */
export const PageDrawn = memo(function PageDrawn({
  page,
  arranged,
  dark,
  zoom,
  width,
  label,
  ref,
}: {
  page: VisitorPage;
  arranged: Arranged;
  dark: boolean;
  zoom: number;
  /** How wide (px) a visitor's window is. */
  width: number;
  label: string;
  ref: Ref<HTMLDivElement>;
}): ReactElement {
  const own = useRef<HTMLDivElement>(null);
  useLayoutEffect(() => {
    if (own.current) outOfTheWay(own.current);
  });
  const { above, title, locale, address, contact } = page;
  // Of the page around it a block takes so much; the ways above it come anew with every answer.
  const trail = JSON.stringify(above);
  const variants = JSON.stringify(page.site.style.variants);
  const around = useMemo(
    (): BlockContext => ({
      above: JSON.parse(trail) as VisitorPage['above'],
      title,
      locale,
      address,
      ...(contact ? { contact } : {}),
      site: { style: { variants: JSON.parse(variants) as HouseStyle['variants'] } },
      traced: true,
      arranged,
    }),
    [address, arranged, contact, locale, title, trail, variants],
  );
  return (
    <div
      ref={ref}
      style={{
        width,
        zoom,
        ['--zoom' as string]: zoom,
        ['--whole' as string]: `${width}px`,
        ['--across' as string]: `${width}px`,
      }}
    >
      <VisitorPreview label={label} dark={dark} style={page.site.style} className="arranging">
        <div ref={own} className={page.isTop ? 'matter top' : 'matter'}>
          <NearBlocks slots={page.slots}>
            <PageMain page={page} around={around} />
          </NearBlocks>
        </div>
      </VisitorPreview>
    </div>
  );
});

'use client';
import type { ReactElement } from 'react';
import type { HouseStyle } from '../../../core/model/document';
import type { VisitorPage } from '../../../core/site/visitor-page';
import { Slot } from '../../../site/block';
import { Face } from '../../../site/face';
import { Listing } from '../../../site/listing';
import { VisitorPreview, type Pointed } from './visitor-preview';

/**
 * A page's own parts, its slots and the first items of its listing, one below the other, as far as a narrow
 * sheet can show them.
 */
export function PageDrawing({
  page,
  label,
  items,
  style,
  dark = false,
  onPoint,
}: {
  page: VisitorPage;
  label: string;
  items: number;
  style?: HouseStyle;
  dark?: boolean;
  /** Goes to what a part comes from. */ onPoint?: (pointed: Pointed) => void;
}): ReactElement {
  const [first, ...others] = page.slotOrder;
  const traced = onPoint !== undefined;
  const slot = (id: string) => (
    <Slot key={id} slot={id} blocks={page.slots[id] ?? []} level={3} around={{ ...page, traced }} />
  );
  return (
    <VisitorPreview label={label} dark={dark} {...(onPoint ? { onPoint } : {})} {...(style ? { style } : {})}>
      <div style={{ display: 'grid', gap: 24 }}>
        <div className="own">
          <Face face={page.face} level={2} traced={traced} />
        </div>
        {first !== undefined && slot(first)}
        {page.listing && (
          <Listing
            level={3}
            locale={page.locale}
            id="drawn"
            traced={traced}
            listing={{ ...page.listing, items: page.listing.items.slice(0, items) }}
          />
        )}
        {others.map(slot)}
      </div>
    </VisitorPreview>
  );
}

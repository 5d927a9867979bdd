'use client';
import type { ReactElement } from 'react';
import type { ListingAnswer } from '../../../../contract/listings';
import { isStandingOrder, testsOf, type ListingRule } from '../../../../core/mapping/listing-rule';
import { fieldsOfMapping } from '../../../../core/mapping/parts';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { Stem } from '../../../../ui/stem';

/** What a listing comes from and which pages show it. */
export function ListingReach({ listing, rule, matching }: { listing: ListingAnswer; rule: ListingRule | undefined; matching: number | undefined }): ReactElement {
  const type = useModel().contentType(rule?.from ?? '');
  const used = rule ? new Set([...testsOf(rule.where).map(({ field }) => field.split('.')[0]), ...rule.order.flatMap(({ by }) => (isStandingOrder(by) ? [] : [by.split('.')[0]])), ...fieldsOfMapping(rule.mapping)]).size : 0;
  return (
    <>
      <section>
        <Eyebrow>Reach of this listing</Eyebrow>
        <Stem
          label="Reach of this listing"
          from={type ? [{ key: 'type', label: type.is.label, detail: `${used} of its ${type.fields.length} fields`, href: `/bench/shape/content/${type.is.key}` }] : []}
          here={{ label: listing.label, detail: [rule?.arrangement, matching === undefined ? '' : `${matching} entries`].filter(Boolean).join(', ') }}
          to={listing.pages.length > 0 ? listing.pages.map((page) => ({ key: page.id, label: page.label, detail: page.detail, href: `/bench/arrange/${page.id}` })) : [{ key: 'nowhere', label: <span className={look.faint}>No page shows it yet</span>, detail: 'Choose it on a page in Arrange' }]}
        />
      </section>
      {matching === 0 && <section><Eyebrow>Checks</Eyebrow><Note>It matches nothing that visitors see.</Note></section>}
    </>
  );
}

'use client';
import type { ReactElement } from 'react';
import type { PlacedListing } from '../../../../contract/listings';
import { isMetadataOrder, testsOf, type ListingRule } from '../../../../core/mapping/rule/listing-rule';
import { fieldsOfMapping } from '../../../../core/mapping/parts';
import {
  isCommentSource,
  isMediaSource,
  isPageSource,
  ruleIn,
  Sources,
  type SourceType,
} from '../../../../core/mapping/rule/sources';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Note } from '../../../../ui/marks';
import { useModel } from '../../../../ui/model-in-force';
import { Stem } from '../../../../ui/stem';

/** How many fields of a type a rule asks, sorts by or shows. */
function usedOf(rule: ListingRule, type: SourceType): number {
  const { where, order, mapping } = ruleIn(rule, type);
  const paths = [
    ...testsOf(where).map(({ field }) => field),
    ...order.flatMap(({ by }) => (isMetadataOrder(by) ? [] : [by])),
    ...fieldsOfMapping(mapping),
  ];
  return new Set(paths.flatMap((path) => type.field(path.split('.')[0] ?? '')?.id ?? [])).size;
}

/** Where a source gets its shape; media have theirs without anybody making it. */
const shapeOf = (type: SourceType): string =>
  isMediaSource(type)
    ? '/bench/write/media'
    : isCommentSource(type)
      ? '/bench/watch/comments'
      : `/bench/shape/${isPageSource(type) ? 'pages' : 'content'}/${type.definition.key}`;

const thingsOf = (types: readonly SourceType[]): string =>
  types.length === 0
    ? 'entries'
    : types.every(isPageSource)
      ? 'pages'
      : types.every(isMediaSource)
        ? 'media'
        : types.every(isCommentSource)
          ? 'comments'
          : 'entries';

/** What a listing comes from and which pages show it. */
export function ListingReach({
  listing,
  rule,
  matching,
}: {
  listing: PlacedListing;
  rule: ListingRule | undefined;
  matching: number | undefined;
}): ReactElement {
  const { types } = Sources.of(useModel(), rule?.from ?? []);
  return (
    <>
      <section>
        <Eyebrow>Reach of this listing</Eyebrow>
        <Stem
          label="Reach of this listing"
          from={types.map((type) => ({
            key: type.id,
            label: type.definition.label,
            detail: `${rule ? usedOf(rule, type) : 0} of its ${type.fields.length} fields`,
            href: shapeOf(type),
          }))}
          here={{
            label: listing.label,
            detail: [rule?.arrangement, matching === undefined ? '' : `${matching} ${thingsOf(types)}`]
              .filter(Boolean)
              .join(', '),
          }}
          to={
            listing.pages.length > 0
              ? listing.pages.map((page) => ({
                  key: page.id,
                  label: page.label,
                  detail: page.detail,
                  href: `/bench/arrange/${page.id}`,
                }))
              : [
                  {
                    key: 'nowhere',
                    label: <span className={look.faint}>No page shows it yet</span>,
                    detail: 'Choose it on a page in Arrange',
                  },
                ]
          }
        />
      </section>
      {matching === 0 && (
        <section>
          <Eyebrow>Checks</Eyebrow>
          <Note>It matches nothing that visitors see.</Note>
        </section>
      )}
    </>
  );
}

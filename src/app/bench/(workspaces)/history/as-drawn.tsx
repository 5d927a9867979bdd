'use client';
import { useMemo, useState, type ReactElement } from 'react';
import type { VersionedSort } from '../../../../contract/versions';
import { parseValues } from '../../../../core/content/values';
import type { VersionContent } from '../../../../core/content/versions';
import { isJsonObject, type JsonObject } from '../../../../core/json';
import { columnsOf, inRatio } from '../../../../core/mapping/arrangement/arrange';
import { parseRule } from '../../../../core/mapping/rule/parse/rule';
import { Sources } from '../../../../core/mapping/rule/sources';
import { Listing } from '../../../../site/listing';
import { wordsOf } from '../../../../ui/ask';
import look from '../../../../ui/look/look.module.css';
import { useModel } from '../../../../ui/model-in-force';
import { useAsk } from '../../../../ui/use-ask';
import { PageDrawing } from '../page-drawing';
import { VisitorPreview } from '../visitor-preview';
import { EntryDrawn, useEntryWays, WayChoice } from '../write/entry-ways';
import { DrawingsApart } from './drawings-apart';

/** A version that is compared, and what it is called. */
export interface Side {
  label: string;
  content: VersionContent;
  /** How it is asked for. */
  asked: { number?: number; seenAt?: string };
}

interface Props {
  id: string;
  type: string | null;
  before: Side;
  after: Side;
}

const valuesIn = ({ values }: VersionContent): JsonObject => (isJsonObject(values) ? values : {});

function EntriesApart({ type: of, before, after }: Props): ReactElement | null {
  const type = useModel().contentType(of ?? '');
  const ways = useEntryWays(type);
  const [chosen, setChosen] = useState('own');
  const way = ways.find(({ key }) => key === chosen) ?? ways[0];
  const [was, is] = useMemo(
    () =>
      [before, after].map(({ content }) =>
        type ? parseValues(type.fields, valuesIn(content), {}, '').values : {},
      ),
    [before, after, type],
  );
  if (!type || !way || !was || !is) return null;
  return (
    <>
      <WayChoice ways={ways} chosen={chosen} onChoose={setChosen} />
      <DrawingsApart
        labels={[before.label, after.label]}
        before={<EntryDrawn type={type} way={way} values={was} label={before.label} />}
        after={<EntryDrawn type={type} way={way} values={is} label={after.label} />}
      />
    </>
  );
}

/** What stands for a version that there is not. */
const NOT_YET = <p className={look.pencil}>It is not there yet.</p>;

/** How many items of a page's own listing are drawn. */
const ITEMS = 12;

/** A page as it was, or a shared block. */
function PageAt({
  id,
  side,
  by,
}: {
  id: string;
  side: Side;
  by: 'pagePreview' | 'sharedPreview';
}): ReactElement {
  const { number, seenAt } = side.asked;
  const isThere = number !== undefined || seenAt !== undefined;
  const { data, error } = useAsk(
    by,
    {
      path: { id },
      query: {
        ...(number === undefined ? {} : { version: number }),
        ...(seenAt === undefined ? {} : { seenAt }),
      },
    },
    { enabled: isThere },
  );
  if (!isThere) return NOT_YET;
  if (error) return <p role="alert">{wordsOf(error)}</p>;
  if (!data) return <p className={look.pencil}>Drawing it.</p>;
  return <PageDrawing page={data.page} label={`${side.label}, as drawn`} items={ITEMS} />;
}

function ListingAt({ side }: { side: Side }): ReactElement {
  const model = useModel();
  const rule = isJsonObject(side.content.rule) ? side.content.rule : undefined;
  const { data, error } = useAsk(
    'tryListing',
    { body: { rule: rule ?? {} } },
    { enabled: rule !== undefined },
  );
  if (!rule) return NOT_YET;
  const read = parseRule(model, rule).rule;
  if (error) return <p role="alert">{wordsOf(error)}</p>;
  if (!data || !read) return <p className={look.pencil}>Drawing it.</p>;
  return (
    <VisitorPreview label={`${side.label}, as drawn`}>
      <Listing
        level={3}
        locale={model.locale}
        id="drawn"
        traced
        listing={{
          heading: read.heading,
          arrangement: read.arrangement,
          setOut: read.setOut ?? {},
          matching: data.matching,
          columns: columnsOf(read.mapping, Sources.of(model, read.from).fields),
          items: inRatio(data.entries, read.arrangement, read.setOut ?? {}),
        }}
      />
    </VisitorPreview>
  );
}

/** What can be drawn of records of a sort; a medium's words and a category's are not drawn. */
export const isDrawn = (sort: VersionedSort): boolean => sort !== 'medium' && sort !== 'category';

/** Two versions as visitors would see them, side by side, with what differs marked. */
export function AsDrawn({ sort, ...props }: Props & { sort: VersionedSort }): ReactElement {
  const { id, before, after } = props;
  if (sort === 'entry') return <EntriesApart {...props} />;
  const [was, is] = [before, after].map((side) =>
    sort === 'page' || sort === 'shared' ? (
      <PageAt key={side.label} id={id} side={side} by={sort === 'page' ? 'pagePreview' : 'sharedPreview'} />
    ) : (
      <ListingAt key={side.label} side={side} />
    ),
  );
  return <DrawingsApart labels={[before.label, after.label]} before={was} after={is} />;
}

'use client';
import { useCallback, useMemo, useState } from 'react';
import type { PageAnswer } from '../../../../contract/pages';
import { blocksGiven } from '../../../../core/content/block-edits';
import { pointer } from '../../../../core/faults';
import type { JsonObject } from '../../../../core/json';
import type { CompiledType } from '../../../../core/model/compile';
import type { Field, PageType } from '../../../../core/model/document';
import { answersOf } from '../../../../core/model/page-source';
import { ask } from '../../../../ui/ask';
import { useMay } from '../../../../ui/shell/person';
import { useOutsideOfPage } from '../../../../ui/use-within';
import { useArranged, type ArrangedAct, type ArrangedEditing } from './use-arranged';

/** Does something with the page at a revision, and answers how it is then. */
export type PageAct = ArrangedAct<PageAnswer>;

/** One page as it is edited, in whichever way it is looked at. */
export interface PageEditing extends Omit<ArrangedEditing<PageAnswer>, 'problem'> {
  needsListing: boolean;
  /** What is said over the bench, as what could not be done. */
  words: string | undefined;
  /** Why the person may only read it, where that is so. */
  outside: string | undefined;
  mayChange: boolean;
  arranges: boolean;
  shownCategory: string | undefined;
  setShownCategory: (category: string | undefined) => void;
  /** As whom it is drawn; empty for whoever works here, who sees all of it. */
  as: string;
  setAs: (as: string) => void;
}

/** Edits one page: what is arranged on it, and what belongs to it in the tree. */
export function usePageEditing(
  initial: PageAnswer,
  type: CompiledType<PageType>,
  today: string,
): PageEditing {
  // Words of one category only add to what all of them say: nothing of them is needed.
  const fields = useMemo(
    (): readonly Field[] =>
      type.fields.map((field) => (initial.category === null ? field : { ...field, required: false })),
    [initial.category, type],
  );
  const arranges = useMay('arrange pages');
  const reviews = useMay('review');
  const [shownCategory, setShownCategory] = useState<string>();
  const [as, setAs] = useState('');
  // And only those of their slots count in which something stands.
  const counted = useCallback(
    (slots: JsonObject) =>
      initial.category === null
        ? type.definition.slots
        : type.definition.slots.filter(({ key }) => blocksGiven(slots[key]).length > 0),
    [initial.category, type],
  );
  const { problem, ...editing } = useArranged<PageAnswer>({
    initial,
    type,
    fields,
    today,
    counted,
    save: (revision, body) => ask('changePage', { path: { id: initial.id }, revision, body }),
    fetch: () => ask('page', { path: { id: initial.id } }),
    drawnBy: 'pagePreview',
    drawnWith: { ...(shownCategory ? { category: shownCategory } : {}), ...(as ? { as } : {}) },
  });
  const { kept, draft } = editing;
  const outside = useOutsideOfPage(initial, type.id);
  return {
    ...editing,
    needsListing: answersOf(type.definition.source).listing === 'needed' && kept.listing === null,
    // What is told at its own field is not told again over the bench.
    words: problem && !problem.faults.some(({ path }) => path === '/slug') ? problem.words : draft.problem,
    outside,
    mayChange: !outside && (arranges || (reviews && kept.stage === 'review')),
    arranges,
    shownCategory,
    setShownCategory,
    as,
    setAs,
  };
}

/** Where a field of the page itself stands in the record. */
export const fieldPlace = (key: string): string => pointer('', 'values', key);

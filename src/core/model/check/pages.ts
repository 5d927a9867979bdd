import type { Id } from '../../ids';
import type { ContentType, ModelDocument, PageType } from '../document';
import { kindFor, plainFields } from '../kinds';
import { answersOf } from '../page-source';
import { warning, type ModelFault } from './fault';
import { reachable } from './placements';

/** Whether a block that is put on pages can hold links to entries of a type. */
const isInBlocks = ({ blockTypes }: ModelDocument, type: Id): boolean =>
  blockTypes.some(({ fields }) =>
    plainFields(fields).some((field) => kindFor(field).leadsTo?.includes(type) === true),
  );

const showsEach = ({ source }: PageType, type: Id): boolean => answersOf(source).entryType === type;

const picks = ({ source }: PageType, type: Id): boolean => {
  const { picked } = answersOf(source);
  return picked !== undefined && (picked.types.length === 0 || picked.types.includes(type));
};

const stepFor = ({ id, source, label }: PageType, model: ModelDocument): ModelFault['next'] => {
  const { entryType, scheme } = answersOf(source);
  const each =
    model.contentTypes.find((type) => type.id === entryType)?.label ??
    model.schemes.find((each) => each.id === scheme)?.label;
  return {
    label:
      each === undefined ? `Make the first ${label.toLowerCase()}` : `Make the page that shows each ${each}`,
    make: id,
  };
};

/** Content types that no page shows, and page types of which there is no page; `shown` says of which types there are. */
export function pageFaults(model: ModelDocument, shown: ReadonlySet<Id>): ModelFault[] {
  const reached = reachable(model);
  const unshown = ({ id }: ContentType): boolean =>
    !shown.has(id) &&
    !isInBlocks(model, id) &&
    !model.pageTypes.some((type) => shown.has(type.id) && (showsEach(type, id) || picks(type, id)));
  return [
    ...model.contentTypes.flatMap((type, i): ModelFault[] => {
      // Where a page type could show it, that one is told.
      if (!unshown(type) || model.pageTypes.some((each) => showsEach(each, type.id))) return [];
      return [
        warning(`/contentTypes/${i}`, 'no-page', `No page shows ${type.plural} yet.`, {
          about: type.id,
          mend: {
            label: `Make a page type that shows each ${type.label}`,
            does: 'page type for',
            type: type.id,
          },
        }),
      ];
    }),
    ...model.pageTypes.flatMap((type, i): ModelFault[] => {
      // One that may stand nowhere is told already.
      if (shown.has(type.id) || !reached.has(type.id)) return [];
      return [
        warning(`/pageTypes/${i}`, 'no-page', `There is no page of it yet.`, {
          about: type.id,
          next: stepFor(type, model),
        }),
      ];
    }),
  ];
}

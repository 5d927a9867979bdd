import { newId, type Id } from '../../ids';
import type { CompiledModel, CompiledType } from '../compile';
import { TOP, type ModelDocument, type PageType } from '../document';

/**
 * A place in a site's tree: under a page of a type, or at the top; with the pages of the child's type that
 * stand there.
 */
export interface Place {
  parentType: Id | typeof TOP;
  /** How many pages of the child's type already stand directly there, the moving page itself not counted. */
  sameTypeThere: number;
  /** How many pages of the child's type the site has, the moving page itself not counted. */
  sameTypeInSite: number;
  /** The page above, and those above that one, with their titles. */
  branch?: readonly { id: Id; title: string }[];
}

export interface Verdict {
  allowed: boolean;
  /** Why, in whole sentences, the most telling first. */
  reasons: string[];
}

const yes: Verdict = { allowed: true, reasons: [] };
const no = (...reasons: string[]): Verdict => ({ allowed: false, reasons });
/** How a branch is spoken of by the title of its page, which may be gone. */
export const branchName = (title: string | undefined): string =>
  title === undefined ? 'a page that is gone' : `“${title}”`;
const pagesOf = (type: PageType, count: number) => `${count} ${count === 1 ? type.label : type.plural}`;

/** Whether a page of a type may stand at a place, and if not, why. `pageName` tells the title of a page by its id. */
export function mayStand(
  model: CompiledModel,
  child: Id,
  place: Place,
  pageName: (page: Id) => string | undefined = () => undefined,
): Verdict {
  const type = model.pageType(child)?.definition;
  if (!type) return no('There is no such page type.');
  const parent = place.parentType === TOP ? undefined : model.pageType(place.parentType)?.definition;
  if (place.parentType !== TOP && !parent) return no('The page above is of a type that is gone.');
  const placement = model.placement(place.parentType, child);
  if (!placement) {
    const homes = homesOf(model, child).map((home) => home.label);
    return no(
      `${parent ? parent.label : 'The top of a site'} may not hold ${type.label}.`,
      homes.length > 0
        ? `${type.label} may stand ${homes.join(', or ')}.`
        : `No page type may hold ${type.label} yet.`,
    );
  }
  const { onlyUnder } = placement;
  if (onlyUnder !== undefined && !place.branch?.some(({ id }) => id === onlyUnder))
    return no(
      `${type.label} may stand under ${parent?.label ?? 'the top'} only in the branch of ${branchName(pageName(onlyUnder))}.`,
    );
  if (placement.mostUnderOne !== undefined && place.sameTypeThere >= placement.mostUnderOne) {
    return no(
      `${parent ? `One ${parent.label}` : 'The top of a site'} may hold at most ${pagesOf(type, placement.mostUnderOne)}.`,
    );
  }
  if (type.mostInSite !== undefined && place.sameTypeInSite >= type.mostInSite)
    return no(`A site may have at most ${pagesOf(type, type.mostInSite)}.`);
  return yes;
}

/** Every place, by type, that may hold pages of a type: "under Home", "at the top of a site". */
export function homesOf(model: CompiledModel, child: Id): { parent: Id | typeof TOP; label: string }[] {
  return model.document.placements
    .filter((placement) => placement.child === child)
    .flatMap(({ parent }) => {
      if (parent === TOP) return [{ parent, label: 'at the top of a site' }];
      const type = model.pageType(parent);
      return type ? [{ parent, label: `under ${type.definition.label}` }] : [];
    });
}

/** The page types that some placement lets stand under a type, in the order of the model; limits are not counted. */
export function childTypesOf(model: CompiledModel, parent: Id | typeof TOP): CompiledType<PageType>[] {
  return model.pageTypes.filter((type) => model.placement(parent, type.id));
}

/** The document in which pages of one type may, or may not, stand under another (or at the top). */
export function placed(
  document: ModelDocument,
  parent: Id | typeof TOP,
  child: Id,
  may: boolean,
): ModelDocument {
  const stands = document.placements.some(
    (placement) => placement.parent === parent && placement.child === child,
  );
  if (stands === may) return document;
  return {
    ...document,
    placements: may
      ? [...document.placements, { id: newId(), parent, child }]
      : document.placements.filter((placement) => placement.parent !== parent || placement.child !== child),
  };
}

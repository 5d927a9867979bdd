import type { Id } from '../../ids';
import type { CompiledModel } from '../compile';
import { TOP } from '../document';
import { branchName, homesOf } from './placement';

/** Whether one page type may stand under another (or at the top), and the reasons in the order one asks them. */
export interface PlacementExplanation {
  allowed: boolean;
  reasons: string[];
}

/** The shortest chain of types from the top of a site down to a type, itself last; nothing where none leads there. */
export function wayTo(model: CompiledModel, type: Id): Id[] | undefined {
  const above = new Map<Id | typeof TOP, Id | typeof TOP>();
  const edge: (Id | typeof TOP)[] = [TOP];
  for (let at = edge.shift(); at !== undefined; at = edge.shift()) {
    for (const { parent, child } of model.document.placements) {
      if (parent !== at || above.has(child)) continue;
      above.set(child, parent);
      edge.push(child);
    }
  }
  if (!above.has(type)) return undefined;
  const way: Id[] = [];
  for (let at: Id | typeof TOP | undefined = type; at !== undefined && at !== TOP; at = above.get(at))
    way.unshift(at);
  return way;
}

/**
 * Why pages of a type (`pageName` tells the title of a page by its id) may, or may not, stand under pages of
 * another (or at the top), as one asks: is it allowed there, can that place be reached, how many.
 */
export function explainPlacement(
  model: CompiledModel,
  child: Id,
  parent: Id | typeof TOP,
  pageName: (page: Id) => string | undefined = () => undefined,
): PlacementExplanation {
  const type = model.pageType(child)?.definition;
  const above = parent === TOP ? undefined : model.pageType(parent)?.definition;
  if (!type || (parent !== TOP && !above)) return { allowed: false, reasons: ['One of the two is gone.'] };
  const place = above ? `under ${above.label}` : 'at the top of a site';
  const placement = model.placement(parent, child);
  if (!placement) {
    const homes = homesOf(model, child).map(({ label }) => label);
    return {
      allowed: false,
      reasons: [
        `Nothing lets ${type.label} stand ${place}.`,
        homes.length > 0 ? `It may stand ${homes.join(', or ')}.` : 'It may stand nowhere yet.',
      ],
    };
  }
  const reasons = [`${type.label} may stand ${place}.`];
  const way = parent === TOP ? [] : wayTo(model, parent);
  if (!way)
    return {
      allowed: false,
      reasons: [
        ...reasons,
        `But ${above?.label} can itself stand nowhere: no chain of placements leads to it from the top.`,
      ],
    };
  const steps = way.map((id) => model.pageType(id)?.definition.label ?? '');
  if (steps.length > 0) reasons.push(`${above?.label} is reached so: the top › ${steps.join(' › ')}.`);
  if (placement.onlyUnder !== undefined)
    reasons.push(`Only in the branch of ${branchName(pageName(placement.onlyUnder))}.`);
  if (placement.mostUnderOne !== undefined)
    reasons.push(`At most ${placement.mostUnderOne} under one ${above?.label ?? 'site'}.`);
  if (type.mostInSite !== undefined) reasons.push(`At most ${type.mostInSite} in the whole site.`);
  return { allowed: true, reasons };
}

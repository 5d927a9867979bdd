import type { Id } from '../../ids';
import { TOP, type ModelDocument } from '../document';
import { error, warning, type ModelFault } from './fault';
import { answersOf } from '../page-source';

/**
 * The page types that can be reached from the top of a site by placements, with those that none of them holds
 * left out.
 */
export function reachable({ placements }: Pick<ModelDocument, 'placements'>): Set<Id | typeof TOP> {
  const reached = new Set<Id | typeof TOP>([TOP]);
  for (let before = 0; before !== reached.size;) {
    before = reached.size;
    for (const { parent, child } of placements) if (reached.has(parent)) reached.add(child);
  }
  return reached;
}

export function placementFaults(model: ModelDocument): ModelFault[] {
  const { pageTypes, placements } = model;
  const faults: ModelFault[] = [];
  const byId = new Map(pageTypes.map((type) => [type.id, type]));
  const seen = new Set<string>();
  placements.forEach(({ id, parent, child, mostUnderOne }, i) => {
    const path = `/placements/${i}`;
    const drop = { label: 'Take it away', does: 'drop the placement' as const, placement: id };
    const type = byId.get(child);
    if (!type || (parent !== TOP && !byId.has(parent)))
      faults.push(error(path, 'gone', 'A placement names a page type that is gone.', { mend: drop }));
    if (seen.has(`${parent} ${child}`))
      faults.push(error(path, 'twice', 'The same placement is there twice.', { mend: drop }));
    seen.add(`${parent} ${child}`);
    if (type?.mostInSite !== undefined && mostUnderOne !== undefined && mostUnderOne > type.mostInSite) {
      faults.push(
        warning(
          `${path}/mostUnderOne`,
          'contradiction',
          `One may hold ${mostUnderOne} ${type.plural}, but a site may have only ${type.mostInSite}.`,
          { about: child, mend: { label: 'Take that limit away', does: 'drop the limit', placement: id } },
        ),
      );
    }
  });
  const reached = reachable(model);
  pageTypes.forEach((type, i) => {
    if (reached.has(type.id)) return;
    const homes = placements.some(({ child }) => child === type.id);
    const home = pageTypes.find(
      ({ id, source }) => id !== type.id && reached.has(id) && answersOf(source).isComposed,
    );
    faults.push(
      warning(
        `/pageTypes/${i}`,
        'unreachable',
        homes
          ? `${type.label} may only stand under types that can themselves stand nowhere.`
          : `No page type may hold ${type.label}.`,
        {
          about: type.id,
          ...(home
            ? {
                mend: {
                  label: `Let it stand under ${home.label}`,
                  does: 'place under',
                  child: type.id,
                  parent: home.id,
                },
              }
            : {}),
        },
      ),
    );
  });
  return faults;
}

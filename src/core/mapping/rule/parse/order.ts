import { pointer } from '../../../faults';
import type { Id } from '../../../ids';
import { isJsonObject, type Json } from '../../../json';
import { kindFor } from '../../../model/kinds';
import { facetBounds, mayBeFacet } from '../facets';
import {
  isLeadingOrder,
  isMetadataOrder,
  leadingOrders,
  listingBounds,
  type OrderKey,
} from '../listing-rule';
import { throughLink } from '../matches';
import { ConditionReader } from './condition';

/** Reads conditions, and by which fields results are put in order and filtered by visitors. */
export class OrderReader extends ConditionReader {
  order(input: Json | undefined, path: string): OrderKey[] {
    if (!Array.isArray(input) || input.length > listingBounds.order) {
      this.fault(path, 'order', `The order is a list of at most ${listingBounds.order} keys.`);
      return [];
    }
    return input.flatMap((each, i): OrderKey[] => {
      const at = pointer(path, i);
      if (!isJsonObject(each)) {
        this.fault(at, 'kind', 'An order key is { by, direction }.');
        return [];
      }
      this.only(each, at, ['by', 'direction']);
      const direction = each.direction === 'up' || each.direction === 'down' ? each.direction : undefined;
      if (!direction) this.fault(pointer(at, 'direction'), 'direction', 'The direction is "up" or "down".');
      if (typeof each.by === 'string' && isLeadingOrder(each.by)) {
        if (i > 0)
          this.fault(
            pointer(at, 'by'),
            'first',
            'What was read most, or was placed by hand, can only come first.',
          );
        if (direction && direction !== leadingOrders[each.by])
          this.fault(
            pointer(at, 'direction'),
            'direction',
            `Here the direction is "${leadingOrders[each.by]}".`,
          );
      }
      if (typeof each.by === 'string' && isMetadataOrder(each.by))
        return direction ? [{ by: each.by, direction }] : [];
      const asked = this.asked(each.by, pointer(at, 'by'));
      if (!asked || !direction) return [];
      const { field, at: by } = asked;
      const link = this.type.field(throughLink(by)?.link ?? '');
      if (link && kindFor(link).several) {
        this.fault(
          pointer(at, 'by'),
          'several',
          `${link.label} may lead to several entries, so there is no one to sort by.`,
        );
        return [];
      }
      if (!field.indexed || kindFor(field).indexShape.sort === 'none') {
        this.fault(pointer(at, 'by'), 'not-sortable', `${field.label} cannot be sorted by.`);
        return [];
      }
      return [{ by, direction }];
    });
  }

  /** The fields by which visitors may filter. */
  facets(input: Json | undefined, path: string): Id[] {
    if (input === undefined || input === null) return [];
    if (!Array.isArray(input) || input.length > facetBounds.fields) {
      this.fault(path, 'bound', `Visitors filter by at most ${facetBounds.fields} fields.`);
      return [];
    }
    return [
      ...new Set(
        input.flatMap((key, i): Id[] => {
          const field = this.field(key, pointer(path, i));
          if (field && !mayBeFacet(field))
            this.fault(
              pointer(path, i),
              'not-a-facet',
              `Visitors can filter by choices, categories, and yes or no, where "Filter and sort by it" is on. ${field.label} is none of these.`,
            );
          return field ? [field.id] : [];
        }),
      ),
    ];
  }
}

import { pointer } from '../../../faults';
import { isJsonObject, type Json, type JsonObject } from '../../../json';
import { kindFor } from '../../../model/kinds';
import { isDay } from '../../../content/day';
import type { Field, FieldPath } from '../../../model/document';
import { facetBounds, facetPath, mayBeFacet } from '../facets';
import {
  isLeadingOrder,
  isMetadataOrder,
  leadingOrders,
  listingBounds,
  type FacetRule,
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
      const { sort, many } = kindFor(field).indexShape;
      // A table stands by the first of several; for visitors there is no one that counts.
      if (!field.indexed || sort === 'none' || many) {
        this.fault(pointer(at, 'by'), 'not-sortable', `${field.label} cannot be sorted by.`);
        return [];
      }
      return [{ by, direction }];
    });
  }

  /** The fields by which visitors may filter, each by its key or as { field, steps } or { field, by }. */
  facets(input: Json | undefined, path: string): (FieldPath | FacetRule)[] {
    if (input === undefined || input === null) return [];
    if (!Array.isArray(input) || input.length > facetBounds.fields) {
      this.fault(path, 'bound', `Visitors filter by at most ${facetBounds.fields} fields.`);
      return [];
    }
    const facets = input.flatMap((each, i) => this.facet(each, pointer(path, i)) ?? []);
    return [...new Map(facets.map((facet) => [facetPath(facet), facet])).values()];
  }

  private facet(input: Json, path: string): FieldPath | FacetRule | undefined {
    const given = isJsonObject(input) ? input : { field: input };
    const at = isJsonObject(input) ? pointer(path, 'field') : path;
    this.only(given, path, ['field', 'steps', 'by']);
    const field = this.field(given.field, at);
    if (!field) return undefined;
    if (!mayBeFacet(field)) {
      this.fault(
        at,
        'not-a-facet',
        `Visitors can filter by choices, categories, entry links, numbers, dates, moments, and yes or no, where "Filter and sort by it" is on. ${field.label} is none of these.`,
      );
      return undefined;
    }
    const tells = kindFor(field).facetTells;
    if (given.steps !== undefined) return this.facetSteps(field, given, pointer(path, 'steps'));
    if (tells === 'numbers') {
      this.fault(at, 'steps', `Say at which numbers the spans of ${field.label} begin.`);
      return undefined;
    }
    if (tells !== 'days') {
      if (given.by !== undefined)
        this.fault(pointer(path, 'by'), 'by', `${field.label} holds no days to be put together.`);
      return field.id;
    }
    const by = given.by ?? 'month';
    if (by === 'month' || by === 'year') return { field: field.id, by };
    this.fault(pointer(path, 'by'), 'by', 'Days are put together by "month" or by "year".');
    return undefined;
  }

  private facetSteps(field: Field, given: JsonObject, path: string): FacetRule | undefined {
    const { steps } = given;
    const tells = kindFor(field).facetTells;
    const isStep = (each: Json): each is number | string =>
      tells === 'numbers'
        ? typeof each === 'number' && Number.isFinite(each)
        : tells === 'days' && typeof each === 'string' && isDay(each);
    if (
      given.by === undefined &&
      Array.isArray(steps) &&
      steps.length > 0 &&
      steps.length <= facetBounds.steps &&
      steps.every(isStep) &&
      steps.every((each, i) => i === 0 || (steps[i - 1] ?? each) < each)
    )
      return { field: field.id, steps };
    this.fault(
      path,
      'steps',
      `Steps are 1 to ${facetBounds.steps} ${tells === 'days' ? 'days, earliest' : 'numbers, least'} first, of a field of numbers or days.`,
    );
    return undefined;
  }
}

import type { Id } from '../../ids';
import type { Chain, Mapping } from '../../mapping/parts';
import type { Face, Field } from '../document';
import { kindFor } from '../kinds';

const named =
  (words: RegExp) =>
  ({ key, label }: Field) =>
    words.test(key) || words.test(label);

/** A good first mapping for a set of fields, from their kinds and names, so that nothing has to be mapped by hand. */
export function proposeMapping(fields: readonly Field[], title: Id | undefined): Mapping {
  const step = (field: Field): Chain => [{ field: field.id }];
  const ofKind = (...kinds: Field['kind'][]) => fields.filter((field) => kinds.includes(field.kind));
  const mapping: Mapping = {};
  const heading =
    fields.find(({ id }) => id === title) ?? ofKind('line').find(named(/heading|title|name|label/i));
  if (heading) mapping.heading = [step(heading)];
  const pictures = fields.filter((field) => kindFor(field).showsPictures);
  const [picture] = pictures;
  if (picture) mapping.picture = [step(picture)];

  const words = [...ofKind('paragraphs'), ...ofKind('formatted')];
  const summary = words.find(named(/summary|lead|intro|teaser/i)) ?? ofKind('paragraphs')[0];
  const bodies = words.filter((field) => field !== summary);
  if (summary)
    mapping.summary = [
      [
        { field: summary.id, format: { shorten: 180 } },
        ...bodies.slice(0, 1).map((field) => ({ field: field.id, format: { shorten: 140 } })),
      ],
    ];
  const body = bodies.find((field) => kindFor(field).words === 'formatted') ?? bodies[0];
  if (body) mapping.text = [step(body)];

  const choices = [...ofKind('choice'), ...ofKind('category')];
  const several = (field: Field) => kindFor(field).several;
  const single = choices.filter((field) => !several(field));
  if (single.length > 0) mapping.kicker = single.slice(0, 2).map(step);
  const marks = choices.filter(several).slice(0, 1);
  if (marks.length > 0) mapping.marks = marks.map((field) => [{ field: field.id, format: { first: 3 } }]);
  const dates = ofKind('date', 'moment');
  if (dates.length > 0) mapping.date = dates.slice(0, 2).map(step);
  const figures = [...ofKind('number'), ...ofKind('computed')].filter((field) => kindFor(field).counts);
  if (figures.length > 0) mapping.figures = figures.slice(0, 3).map(step);

  const lines = ofKind('line').filter((field) => field !== heading);
  // Lists draw each of their items, entry links the linked entry's own face in small; what finds no room
  // there is told as a fact.
  const things = [...ofKind('list', 'entry'), ...pictures.slice(1)];
  if (things.length > 0) mapping.further = things.slice(0, 2).map(step);
  const facts = [
    ...lines,
    ...things.slice(2).filter((field) => kindFor(field).shows !== 'media'),
    ...ofKind('spot', 'group'),
  ].slice(0, 8);
  if (facts.length > 0) mapping.facts = facts.map(step);
  const links = ofKind('link');
  if (links.length > 0) mapping.button = links.slice(0, 3).map(step);
  return mapping;
}

/** A whole first face: what feeds it, its parts in their own order. */
export const proposeFace = (fields: readonly Field[], title: Id | undefined): Face => ({
  mapping: proposeMapping(fields, title),
});

/** What stands first on a listing's items: short parts only, never the whole text. */
export function forItems(mapping: Mapping): Mapping {
  const { text: _text, further: _further, facts: _facts, button: _button, link: _link, ...short } = mapping;
  return short;
}

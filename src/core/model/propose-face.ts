import type { Id } from '../ids';
import type { Chain, Mapping } from '../mapping/parts';
import type { Field } from './document';

/** A good first face for a type, from the kinds and names of its fields, so that nothing has to be mapped by hand. */
export function proposeFace(fields: readonly Field[], title: Id): Mapping {
  const step = (field: Field): Chain => [{ field: field.id }];
  const ofKind = (kind: Field['kind']) => fields.filter((field) => field.kind === kind);
  const face: Mapping = { heading: [[{ field: title }]] };
  const words = ofKind('paragraphs');
  const summary = words.find(({ key }) => /summary|lead|intro|teaser/i.test(key)) ?? words[0];
  const rest = words.filter((field) => field !== summary);
  if (summary) {
    face.summary = [[{ field: summary.id, format: { shorten: 180 } }, ...rest.slice(0, 1).map((field) => ({ field: field.id, format: { shorten: 140 } }))]];
  }
  const choices = ofKind('choice');
  const single = choices.filter((field) => field.kind === 'choice' && !field.rules.multiple);
  if (single.length > 0) face.kicker = single.slice(0, 2).map(step);
  const marks = choices.filter((field) => !single.includes(field)).slice(0, 1);
  if (marks.length > 0) face.marks = marks.map((field) => [{ field: field.id, format: { first: 3 } }]);
  const dates = ofKind('date');
  if (dates.length > 0) face.date = dates.slice(0, 2).map(step);
  const figures = ofKind('number');
  if (figures.length > 0) face.figures = figures.slice(0, 3).map(step);
  return face;
}

import type { Id } from '../ids';
import type { CompiledType } from '../model/compile';
import type { ContentType } from '../model/document';
import { parts } from './parts';

/** By which fields the entries of a type say when, and perhaps until when and where, they happen. */
export interface EventFields {
  begins: Id;
  ends?: Id;
  where?: Id;
}

/**
 * By which fields the entries of a type say when they happen: as the type maps to an event, or by their date where it
 * maps to nothing. What maps to something else has a date, but does not happen on it.
 */
export function eventFields(type: CompiledType<ContentType>): EventFields | undefined {
  const { vocabulary, date } = type.definition;
  if (vocabulary?.is === 'Event') {
    const { startDate, endDate, location } = vocabulary.fields;
    return startDate === undefined
      ? undefined
      : {
          begins: startDate,
          ...(endDate === undefined ? {} : { ends: endDate }),
          ...(location === undefined ? {} : { where: location }),
        };
  }
  const kind = date === undefined ? undefined : type.field(date)?.kind;
  return vocabulary || date === undefined || kind === undefined || !parts.date.takes.includes(kind)
    ? undefined
    : { begins: date };
}

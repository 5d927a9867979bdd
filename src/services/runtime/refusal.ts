import type { Fault } from '../../core/faults';

/** Why something asked for is not done, as problem details (RFC 9457) tell it. Nothing was changed. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly faults: readonly Fault[] = [],
    readonly extra: object = {},
  ) {
    super(title);
  }
}

export const notFound = (what: string) => new Refusal(404, `There is no such ${what}.`);
export const forbidden = (why: string) => new Refusal(403, why);
/** What was given is no value of its kind, or names what is not there. */
export const invalidInput = (faults: readonly Fault[]) =>
  new Refusal(422, faults[0]?.message ?? 'This cannot be saved.', faults);
/** A rule of the model forbids it; `title` says which. */
export const ruleViolation = (title: string, faults: readonly Fault[] = []) =>
  new Refusal(422, title, faults);
/** Somebody changed it since it was read; both versions are told. */
export const changedSince = (current: object, yours: object) =>
  new Refusal(
    412,
    'Somebody else changed this since you opened it. Nothing of yours is lost: compare, then save it again.',
    [],
    { current, yours },
  );

import type { Json } from '../../json';

/** What is chosen after a value was pressed that stands for itself alone. */
export const pressedAlone = (value: Json, had: readonly Json[]): Json[] =>
  had.includes(value) ? had.filter((each) => each !== value) : [...had, value];

import type { Fault } from '../../faults';
import type { Id } from '../../ids';

/** One action that mends a fault, as plain data. `applyMend` does it. */
export type Mend = { label: string } & (
  | {
      does: 'require' | 'drop the default' | 'drop the condition' | 'drop the bounds' | 'show in the face';
      type: Id;
      field: Id;
    }
  | { does: 'new key'; type: Id; field?: Id }
  | { does: 'page type for'; type: Id }
  | { does: 'place under'; child: Id; parent: Id }
  | { does: 'drop the placement'; placement: Id }
  | { does: 'drop the limit'; placement: Id }
  | { does: 'drop the include'; type: Id; include: Id }
  | { does: 'drop the least of the slot'; type: Id; slot: Id }
);

/** A fault of the model. Errors hold back putting it in force; warnings do not. */
export interface ModelFault extends Fault {
  weight: 'error' | 'warning';
  /** The type (or set, or scheme) it concerns, and the field in it. */
  about?: Id;
  field?: Id;
  mend?: Mend;
  /** What is done elsewhere to mend it: a page of a type (by id) is made. */
  next?: { label: string; make: Id } | undefined;
}

export const error = (
  path: string,
  code: string,
  message: string,
  more: Partial<ModelFault> = {},
): ModelFault => ({ path, code, message, weight: 'error', ...more });
export const warning = (
  path: string,
  code: string,
  message: string,
  more: Partial<ModelFault> = {},
): ModelFault => ({ path, code, message, weight: 'warning', ...more });

import type { ReactElement } from 'react';
import type { Fault } from '../../core/faults';
import type { Json, JsonObject } from '../../core/json';
import type { Field } from '../../core/model/document';

/** The form of a set of fields, as the kinds that hold fields show it. Faults have paths below the set. */
export type Inside = (props: {
  id: string;
  fields: readonly Field[];
  values: JsonObject;
  faults: readonly Fault[];
  onChange: (key: string, value: Json) => void;
}) => ReactElement;

import type { LucideIcon } from 'lucide-react';
import type { ReactElement } from 'react';
import type { Fault } from '../../core/faults';
import type { Json } from '../../core/json';
import type { Field, ModelDocument } from '../../core/model/document';
import type { KindName, KindRules } from '../../core/model/kinds';

/**
 * A bare input for one value, spoken as at the door. What cannot be read yet (half a number) comes as the
 * words typed.
 */
export interface InputProps<K extends KindName> {
  id: string;
  rules: KindRules[K];
  value: Json | undefined;
  onChange: (value: Json) => void;
  invalid: boolean;
  describedBy: string;
  /** Faults inside the value, with paths below it. */
  faults: readonly Fault[];
  /** Named by itself where no label stands over it. */
  label?: string;
  /** What the fields of the same set hold, by key, and which of them it is: for what follows from another. */
  beside?: { own: string; fields: readonly Field[]; values: { [key: string]: Json } };
}

export interface RulesProps<K extends KindName> {
  id: string;
  rules: KindRules[K];
  onChange: (rules: KindRules[K]) => void;
  /** The model the field stands in, and the fields beside it. */
  model: ModelDocument;
  siblings: readonly Field[];
}

export type Width = 'wide' | 'half' | 'third';

/** How one kind is filled in and ruled in the browser. */
export interface KindUi<K extends KindName> {
  icon: LucideIcon;
  Input(props: InputProps<K>): ReactElement;
  Rules(props: RulesProps<K>): ReactElement;
  /** At the end of the label's line: a count, a unit. */
  note(value: Json | undefined, rules: KindRules[K]): string;
  /** Whether it is a set of inputs, to be named as a group. */
  isGroup(rules: KindRules[K]): boolean;
  /** How much of the form's line it takes. */
  width: Width;
  /** Whether its rules make it need the whole line. */
  isWide?(rules: KindRules[K]): boolean;
  /** Whether it takes the whole line where nothing stands beside it. */
  fillsLine?: boolean;
  /** Whether it shows the faults inside its value itself. */
  tellsInside?: boolean;
}

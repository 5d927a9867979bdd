import type { LucideIcon } from 'lucide-react';
import type { ReactElement } from 'react';
import type { Json } from '../../core/json';
import type { KindName, KindRules } from '../../core/model/kinds';

/** A bare input for one value, spoken as at the door. What cannot be read yet (half a number) comes as the words typed. */
export interface InputProps<K extends KindName> {
  id: string;
  rules: KindRules[K];
  value: Json | undefined;
  onChange: (value: Json) => void;
  invalid: boolean;
  describedBy: string;
  /** Named by itself where no label stands over it. */
  label?: string;
}

export interface RulesProps<K extends KindName> {
  id: string;
  rules: KindRules[K];
  onChange: (rules: KindRules[K]) => void;
}

/** How one kind is filled in and ruled in the browser. */
export interface KindUi<K extends KindName> {
  icon: LucideIcon;
  Input(props: InputProps<K>): ReactElement;
  Rules(props: RulesProps<K>): ReactElement;
  /** At the end of the label's line: a count, a unit. */
  note(value: Json | undefined, rules: KindRules[K]): string;
  /** Whether it is a set of inputs, to be named as a group. */
  isGroup(rules: KindRules[K]): boolean;
}

'use client';
import type { ReactElement } from 'react';
import type { Json } from '../../core/json';
import type { Field } from '../../core/model/document';
import type { KindName } from '../../core/model/kinds';
import { faultId, Labelled } from '../labelled';
import { choice } from './choice';
import { date } from './date';
import type { KindUi } from './kind-ui';
import { line } from './line';
import { number } from './number';
import { paragraphs } from './paragraphs';
import { yesNo } from './yes-no';

const kindUis: { readonly [K in KindName]: KindUi<K> } = { line, paragraphs, number, yesNo, date, choice };

export const kindUiOf = <K extends KindName>(field: { kind: K }): KindUi<K> => kindUis[field.kind];

export function KindIcon({ kind, size = 15 }: { kind: KindName; size?: number }): ReactElement {
  const Icon = kindUis[kind].icon;
  return <Icon size={size} strokeWidth={1.6} aria-hidden="true" />;
}

/** Where in the page the input of a field is, so that a click on what it shows can lead to it. */
export const inputId = (key: string): string => `field-${key}`;

/** One field of a form: label, input, help, faults. */
export function FieldEditor({ field, value, onChange, faults }: { field: Field; value: Json | undefined; onChange: (value: Json) => void; faults: readonly string[] }): ReactElement {
  const ui = kindUiOf(field);
  const id = inputId(field.key);
  const group = ui.isGroup(field.rules);
  return (
    <Labelled id={id} label={field.label} end={ui.note(value, field.rules)} help={field.help} faults={faults} needed={field.required ?? false} group={group}>
      <ui.Input id={group ? `${id}-input` : id} rules={field.rules} value={value} onChange={onChange} invalid={faults.length > 0} describedBy={field.help ? `${id}-help ${faultId(id)}` : faultId(id)} {...(group && field.kind === 'yesNo' ? { label: field.label } : {})} />
    </Labelled>
  );
}

export function RulesEditor({ field, onChange }: { field: Field; onChange: (field: Field) => void }): ReactElement {
  const ui = kindUiOf(field);
  return <ui.Rules id={`rules-${field.id}`} rules={field.rules} onChange={(rules) => onChange({ ...field, rules } as Field)} />;
}

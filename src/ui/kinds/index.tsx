'use client';
import type { ReactElement } from 'react';
import type { Fault } from '../../core/faults';
import type { Json, JsonObject } from '../../core/json';
import type { Field, ModelDocument } from '../../core/model/document';
import { kindFor, type KindName, type KindRules } from '../../core/model/kinds';
import { faultId, Labelled } from '../labelled';
import { category } from './category';
import { choice } from './choice';
import { computed } from './computed';
import { date } from './date';
import { entryUi } from './entry';
import { formatted } from './formatted';
import { groupUi } from './group';
import type { InputProps, KindUi, Width } from './kind-ui';
import styles from './kinds.module.css';
import { inputId } from './input-id';
import { line } from './line';
import { link } from './link';
import { listUi } from './list';
import { media } from './media';
import { moment } from './moment';
import { number } from './number';
import { paragraphs } from './paragraphs';
import { spot } from './spot';
import { faultsBelow, shownFields } from '../parse-form';
import { yesNo } from './yes-no';

/** The form of the fields inside a group or of one item of a list. */
function FieldsInside({
  id,
  fields,
  values,
  faults,
  onChange,
}: {
  id: string;
  fields: readonly Field[];
  values: JsonObject;
  faults: readonly Fault[];
  onChange: (key: string, value: Json) => void;
}): ReactElement {
  return (
    <div className={styles.insidefields}>
      {shownFields(fields, values).map((field) => (
        <div key={field.id} data-width={kindUiFor(field).width}>
          <FieldEditor
            field={field}
            within={id}
            value={values[field.key]}
            faults={faultsBelow(faults, `/${field.key}`)}
            beside={{ fields, values }}
            onChange={(value) => onChange(field.key, value)}
          />
        </div>
      ))}
    </div>
  );
}

const kindUis: { readonly [K in KindName]: KindUi<K> } = {
  line,
  paragraphs,
  formatted,
  number,
  yesNo,
  date,
  moment,
  choice,
  category,
  entry: entryUi(FieldsInside),
  link,
  media,
  spot,
  group: groupUi(FieldsInside),
  list: listUi(FieldsInside),
  computed,
};

/** The interface of any kind. Its rules are those of the field's own kind: a look-up by name cannot say so. */
const erased = (kind: KindName) => kindUis[kind] as unknown as KindUi<KindName>;
const rulesOf = (field: Field) => field.rules as KindRules[KindName];

/** What the interface of a field's kind tells of it. */
export interface FieldUi {
  width: Width;
  fillsLine: boolean;
  isGroup: boolean;
  tellsInside: boolean;
  note(value: Json | undefined): string;
}

/** The interface of a field's kind with the field's rules put in. */
export function kindUiFor(field: Field): FieldUi {
  const ui = erased(field.kind);
  const rules = rulesOf(field);
  const isWide = kindFor(field).several || ui.isWide?.(rules);
  return {
    width: isWide ? 'wide' : ui.width,
    fillsLine: ui.fillsLine ?? false,
    isGroup: ui.isGroup(rules),
    tellsInside: ui.tellsInside ?? false,
    note: (value) => ui.note(value, rules),
  };
}

/** The bare input of a field, as its kind has it. */
export function FieldInput({
  field,
  ...props
}: Omit<InputProps<KindName>, 'rules'> & { field: Field }): ReactElement {
  const ui = erased(field.kind);
  return <ui.Input rules={rulesOf(field)} {...props} />;
}

export function KindIcon({ kind, size = 15 }: { kind: KindName; size?: number }): ReactElement {
  const Icon = kindUis[kind].icon;
  return <Icon size={size} strokeWidth={1.6} aria-hidden="true" />;
}

interface EditorProps {
  field: Field;
  value: Json | undefined;
  onChange: (value: Json) => void;
  /** Faults of the value, with paths below it. */
  faults: readonly Fault[];
  beside?: { fields: readonly Field[]; values: JsonObject };
  within?: string;
}

/** One field of a form: label, input, help, faults. */
export function FieldEditor({ field, value, onChange, faults, beside, within }: EditorProps): ReactElement {
  const ui = kindUiFor(field);
  const id = inputId(field.key, within);
  const own = faults.filter(({ path }) => !ui.tellsInside || path === '').map(({ message }) => message);
  return (
    <Labelled
      id={id}
      label={field.label}
      end={ui.note(value)}
      help={field.help}
      faults={own}
      needed={field.required ?? false}
      group={ui.isGroup}
    >
      <FieldInput
        field={field}
        id={ui.isGroup ? `${id}-input` : id}
        value={value}
        onChange={onChange}
        invalid={own.length > 0}
        faults={faults}
        describedBy={field.help ? `${id}-help ${faultId(id)}` : faultId(id)}
        {...(beside ? { beside: { ...beside, own: field.key } } : {})}
        {...(ui.isGroup && !kindFor(field).holds ? { label: field.label } : {})}
      />
    </Labelled>
  );
}

export function RulesEditor({
  field,
  onChange,
  model,
  siblings,
}: {
  field: Field;
  onChange: (field: Field) => void;
  model: ModelDocument;
  siblings: readonly Field[];
}): ReactElement {
  const ui = erased(field.kind);
  return (
    <ui.Rules
      id={`rules-${field.id}`}
      rules={rulesOf(field)}
      onChange={(rules) => onChange({ ...field, rules } as Field)}
      model={model}
      siblings={siblings}
    />
  );
}

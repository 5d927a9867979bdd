'use client';
import type { ReactElement } from 'react';
import type { Fault } from '../../core/faults';
import type { Json, JsonObject } from '../../core/json';
import type { Field, ModelDocument } from '../../core/model/document';
import type { KindName } from '../../core/model/kinds';
import { faultId, Labelled } from '../labelled';
import { category } from './category';
import { choice } from './choice';
import { computed } from './computed';
import { date } from './date';
import { entry } from './entry';
import { formatted } from './formatted';
import { groupUi } from './group';
import type { InputProps, KindUi, RulesProps } from './kind-ui';
import styles from './kinds.module.css';
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
        <div key={field.id} data-width={kindUiOf(field).width}>
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
  entry,
  link,
  media,
  spot,
  group: groupUi(FieldsInside),
  list: listUi(FieldsInside),
  computed,
};

export function kindUiOf<K extends KindName>(field: { kind: K }): KindUi<K> {
  return kindUis[field.kind];
}

export function KindIcon({ kind, size = 15 }: { kind: KindName; size?: number }): ReactElement {
  const Icon = kindUis[kind].icon;
  return <Icon size={size} strokeWidth={1.6} aria-hidden="true" />;
}

/** Where in the page the input of a field is, so that a click on what it shows can lead to it. */
export const inputId = (key: string, within = ''): string => (within ? `${within}-${key}` : `field-${key}`);

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
  // The rules are those of the field's own kind; the look-up by kind cannot say so to the compiler.
  const ui = kindUiOf(field) as unknown as KindUi<KindName>;
  const rules = field.rules as never;
  const id = inputId(field.key, within);
  const group = ui.isGroup(rules);
  const own = faults.filter(({ path }) => !ui.tellsInside || path === '').map(({ message }) => message);
  const props: InputProps<KindName> = {
    id: group ? `${id}-input` : id,
    rules,
    value,
    onChange,
    invalid: own.length > 0,
    faults,
    describedBy: field.help ? `${id}-help ${faultId(id)}` : faultId(id),
    ...(beside ? { beside } : {}),
    ...(group && field.kind !== 'group' && field.kind !== 'list' ? { label: field.label } : {}),
  };
  return (
    <Labelled
      id={id}
      label={field.label}
      end={ui.note(value, rules)}
      help={field.help}
      faults={own}
      needed={field.required ?? false}
      group={group}
    >
      <ui.Input {...props} />
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
  const ui = kindUiOf(field) as unknown as KindUi<KindName>;
  const props: RulesProps<KindName> = {
    id: `rules-${field.id}`,
    rules: field.rules as never,
    onChange: (rules) => onChange({ ...field, rules } as Field),
    model,
    siblings,
  };
  return <ui.Rules {...props} />;
}

'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { TypeFigures } from '../../../../contract/model';
import { median } from 'd3';
import { modelBounds, type ContentType, type Field, type PageType } from '../../../../core/model/document';
import { rolesOf } from '../../../../core/model/edit';
import { kindOf } from '../../../../core/model/kinds';
import { Histogram } from '../../../../ui/histogram';
import { kindUiOf, RulesEditor } from '../../../../ui/kinds';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { Stem, type StemItem } from '../../../../ui/stem';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

interface Props {
  type: ContentType | PageType;
  field: Field;
  figures: TypeFigures | undefined;
  wasInForce: boolean;
  mayChange: boolean;
  onChange: (field: Field) => void;
  onTake: () => void;
}

const roleWords: Record<string, [label: string, detail: string]> = {
  title: ['Title', 'names every one of them'], address: ['Address', 'made from it'], face: ['Its own face', 'a part of it'], table: ['Table', 'a column at first'],
};

function filledInWords(field: Field, filled: number, total: number, least: unknown, most: unknown, middle: number | undefined): StemItem {
  const unit = field.kind === 'number' && field.rules.unit ? ` ${field.rules.unit}` : '';
  const range = least === undefined ? '' : `${String(least)} to ${String(most)}${unit}`;
  return { key: 'filled', label: `${filled} of ${total} entries fill it`, detail: [range, middle === undefined ? '' : `median ${middle}`].filter(Boolean).join(', ') };
}

/** Reach of a field and everything that governs it. */
export function FieldSettings({ type, field, figures, wasInForce, mayChange, onChange, onTake }: Props): ReactElement {
  const { faults } = useWorkingModel();
  const figure = figures?.fields.find((each) => each.field === field.id);
  const { data: numbers } = useAsk('fieldNumbers', { path: { id: type.id, field: field.id } }, { enabled: field.kind === 'number' && (figure?.filled ?? 0) > 0 });
  const place = type.fields.findIndex(({ id }) => id === field.id);
  const above = type.fields[place - 1];
  const ui = kindUiOf(field);
  const set = (part: Partial<Field>) => onChange({ ...field, ...part } as Field);
  const here = faults.filter((fault) => fault.about === type.id && fault.path.includes(`/fields/${place}/`));
  const roles = rolesOf(type, field.id).map((role): StemItem => ({ key: role, label: roleWords[role]?.[0] ?? role, detail: roleWords[role]?.[1] ?? '' }));
  const listings = (figure?.usedBy ?? []).map((label): StemItem => ({ key: `listing ${label}`, label, detail: 'listing' }));
  const goesTo = [...roles, ...listings];
  const from: StemItem[] = [
    { key: 'form', label: `Form of ${type.label}`, detail: above ? `after ${above.label}` : 'at its head' },
    ...(figures && figure ? [filledInWords(field, figure.filled, figures.total, figure.least, figure.most, numbers ? median(numbers.values) : undefined)] : []),
  ];
  return (
    <>
      <section>
        <Eyebrow>Reach of {field.label}</Eyebrow>
        <Stem label={`Reach of ${field.label}`} from={from} here={{ label: field.label, detail: `${type.key}.${field.key}` }} to={goesTo.length > 0 ? goesTo : [{ key: 'nowhere', label: <span className={look.faint}>It shows nowhere yet</span> }]} />
        {numbers && numbers.values.length > 1 && <Histogram values={numbers.values} label={`${field.label} in ${numbers.values.length} entries`} />}
      </section>
      {here.length > 0 && <section>{here.map((fault) => <Note key={fault.path + fault.code} sort={fault.weight === 'error' ? 'error' : 'attention'}>{fault.message}</Note>)}</section>}
      <section aria-label={`Settings of ${field.label}`}>
        <Eyebrow end={<Mono>{kindOf(field).label}</Mono>}>Settings</Eyebrow>
        <fieldset className={styles.settings} disabled={!mayChange} style={{ border: 0, padding: 0, margin: 0, minWidth: 0 }}>
          <TextBox id={`label-${field.id}`} label="Label" value={field.label} onChange={(label) => set({ label })} faults={field.label.trim() ? [] : ['This needs a name.']} help={wasInForce ? `Its key stays ${field.key}.` : `Its key becomes ${field.key}.`} slotProps={{ input: { maxLength: modelBounds.label } }} />
          <div>
            <YesRule label="Must be filled in" value={field.required ?? false} onChange={(required) => set({ required })} />
            {field.kind !== 'paragraphs' && <YesRule label="Filter and sort by it" value={field.indexed ?? false} onChange={(indexed) => set({ indexed })} />}
          </div>
          <RulesEditor key={field.id} field={field} onChange={onChange} />
          <Labelled id={`default-${field.id}`} label="Value of a new entry" group>
            <ui.Input id={`default-${field.id}-input`} rules={field.rules as never} value={field.default} invalid={false} describedBy={`default-${field.id}-label`} label={`Value of a new entry: ${field.label}`} onChange={(value) => {
              const { default: _gone, ...rest } = field;
              onChange((value === null || value === '' || (Array.isArray(value) && value.length === 0) ? rest : { ...field, default: value }) as Field);
            }} />
          </Labelled>
          <TextBox id={`group-${field.id}`} label="Stands in the form under" value={field.group ?? ''} onChange={(group) => set({ group })} slotProps={{ input: { maxLength: modelBounds.label } }} />
          <TextBox id={`help-${field.id}`} label="Help for editors" value={field.help ?? ''} onChange={(help) => set({ help })} slotProps={{ input: { maxLength: modelBounds.words } }} multiline minRows={2} />
        </fieldset>
      </section>
      {mayChange && (
        <section>
          {type.title === field.id
            ? <p className={`${look.pencil} ${look.small}`}>It names every {type.label}, so it cannot be taken out. Give the title to another line first.</p>
            : <Button color="error" onClick={onTake}>Take out of {type.label}</Button>}
        </section>
      )}
    </>
  );
}

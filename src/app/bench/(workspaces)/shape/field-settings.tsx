'use client';
import { Button, MenuItem, Select } from '@mui/material';
import { median } from 'd3';
import { later } from '../../../../ui/later';
import type { ReactElement } from 'react';
import type { TypeFigures } from '../../../../contract/model';
import { isInclude, modelBounds, type AnyShape, type Field } from '../../../../core/model/document';
import { expandFields } from '../../../../core/model/compile';
import { rowsOf } from '../../../../core/model/entries';
import { setsOf } from '../../../../core/model/change/edit';
import { isJsonObject, type Json } from '../../../../core/json';
import { isEmpty, kindFor, type KindName } from '../../../../core/model/kinds';
import { rolesOf } from '../../../../core/model/roles';
import { ConditionEditor } from './condition-editor';
import { FieldInput, RulesEditor } from '../../../../ui/kinds';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { Stem, type StemItem } from '../../../../ui/stem';
import { TextBox } from '../../../../ui/text-box';
import { useAsk } from '../../../../ui/use-ask';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** Drawn with what is loaded when there are numbers to draw. */
const Histogram = later(() => import('../../../../ui/histogram').then((loaded) => loaded.Histogram));

interface Props {
  type: AnyShape;
  field: Field;
  figures: TypeFigures | undefined;
  /** Whether the figures are still on their way. */
  counting: boolean;
  wasInForce: boolean;
  mayChange: boolean;
  onChange: (field: Field) => void;
  onTake: () => void;
}

const roleWords: Record<string, [label: string, detail: string]> = {
  title: ['Title', 'names every one of them'],
  summary: ['Summary', 'told of it in few words'],
  picture: ['Picture', 'stands for it'],
  date: ['Date', 'tells when'],
  address: ['Address', 'made from it'],
  face: ['Its own appearance', 'a part of it'],
  table: ['Table', 'a column at first'],
};

/** What the value of a new entry may be told from, besides being fixed. */
const beginsWords = { now: 'The moment it is made', person: 'The name of who makes it' } as const;

function filledInWords(
  field: Field,
  filled: number,
  total: number,
  least: unknown,
  most: unknown,
  middle: number | undefined,
): StemItem {
  const { unit } = kindFor(field);
  const range = least === undefined ? '' : `${String(least)} to ${String(most)}${unit ? ` ${unit}` : ''}`;
  return {
    key: 'filled',
    label: `${filled} of ${total} entries fill it`,
    detail: [range, middle === undefined ? '' : `median ${middle}`].filter(Boolean).join(', '),
  };
}

/** Kinds that a table or listing can filter or sort by. */
const filterable = new Set<KindName>([
  'line',
  'number',
  'yesNo',
  'date',
  'moment',
  'choice',
  'category',
  'entry',
  'list',
  'computed',
]);

/** Reach of a field and everything that governs it. */
export function FieldSettings({
  type,
  field,
  figures,
  counting,
  wasInForce,
  mayChange,
  onChange,
  onTake,
}: Props): ReactElement {
  const { document, faults } = useWorkingModel();
  const figure = figures?.fields.find((each) => each.field === field.id);
  const { data: numbers } = useAsk(
    'fieldNumbers',
    { path: { id: type.id, field: field.id } },
    { enabled: kindFor(field).measures === 'number' && (figure?.filled ?? 0) > 0 },
  );
  const row = rowsOf(type.fields).find(({ entry }) => entry.id === field.id);
  const beside = rowsOf(type.fields)
    .filter(({ parent }) => parent === row?.parent)
    .map(({ entry }) => entry);
  const siblings = expandFields(beside, setsOf(document));
  const above = beside[(row?.place ?? 0) - 1];
  const kind = kindFor(field);
  const set = (part: Partial<Field>) => onChange({ ...field, ...part } as Field);
  const here = faults.filter((fault) => fault.about === type.id && fault.field === field.id);
  const atTop = row?.depth === 0;
  const isBlockType = 'slots' in type && !('layouts' in type);
  const mayDiffer = atTop && 'columns' in type && kind.mayDiffer;
  const roles =
    'face' in type
      ? rolesOf(type, field.id).map((role): StemItem => ({
          key: role,
          label: roleWords[role]?.[0] ?? role,
          detail: roleWords[role]?.[1] ?? '',
        }))
      : [];
  const listings = (figure?.usedBy ?? []).map((label): StemItem => ({
    key: `listing ${label}`,
    label,
    detail: 'listing',
  }));
  const setDefault = (value: Json) => {
    const { default: _gone, ...rest } = field;
    onChange((isEmpty(value) ? rest : { ...field, default: value }) as Field);
  };
  const fresh = kind.begins && { value: kind.begins, label: beginsWords[kind.begins] };
  const isFresh = isJsonObject(field.default) && 'new' in field.default;
  const goesTo = [...roles, ...listings];
  const from: StemItem[] = [
    {
      key: 'form',
      label: `Form of ${type.label}`,
      detail: above && !isInclude(above) ? `after ${above.label}` : 'at its head',
    },
    ...(figures && figure
      ? [
          filledInWords(
            field,
            figure.filled,
            figures.total,
            figure.least,
            figure.most,
            numbers ? median(numbers.values) : undefined,
          ),
        ]
      : []),
  ];
  return (
    <>
      <section>
        <Eyebrow>Reach of {field.label}</Eyebrow>
        <Stem
          label={`Reach of ${field.label}`}
          from={from}
          here={{ label: field.label, detail: `${type.key}.${field.key}` }}
          to={
            goesTo.length > 0
              ? goesTo
              : [
                  {
                    key: 'nowhere',
                    label: (
                      <span className={look.faint}>{counting ? 'Looking…' : 'It shows nowhere yet'}</span>
                    ),
                  },
                ]
          }
        />
        {numbers && numbers.values.length > 1 && (
          <Histogram values={numbers.values} label={`${field.label} in ${numbers.values.length} entries`} />
        )}
      </section>
      {here.length > 0 && (
        <section>
          {here.map((fault) => (
            <Note key={fault.path + fault.code} sort={fault.weight === 'error' ? 'error' : 'attention'}>
              {fault.message}
            </Note>
          ))}
        </section>
      )}
      <section aria-label={`Settings of ${field.label}`}>
        <Eyebrow end={<Mono>{kind.label}</Mono>}>Settings</Eyebrow>
        <fieldset
          className={styles.settings}
          disabled={!mayChange}
          style={{ border: 0, padding: 0, margin: 0, minWidth: 0 }}
        >
          <TextBox
            id={`label-${field.id}`}
            label="Label"
            value={field.label}
            onChange={(label) => set({ label })}
            faults={field.label.trim() ? [] : ['This needs a name.']}
            help={wasInForce ? `Its key stays ${field.key}.` : `Its key becomes ${field.key}.`}
            slotProps={{ input: { maxLength: modelBounds.label } }}
          />
          <div>
            {!kind.derived && (
              <YesRule
                label="Must be filled in"
                value={field.required ?? false}
                onChange={(required) => set({ required })}
              />
            )}
            {atTop && filterable.has(field.kind) && (
              <YesRule
                label="Filter and sort by it"
                value={field.indexed ?? false}
                onChange={(indexed) => set({ indexed })}
              />
            )}
            {mayDiffer && (
              <YesRule
                label="Different in every entry"
                value={field.unique ?? false}
                onChange={(unique) => set({ unique })}
              />
            )}
            {atTop && !('sort' in type) && document.locales.others.length > 0 && !kind.derived && (
              <YesRule
                label="A value for each language"
                value={field.localised ?? false}
                onChange={(localised) => set({ localised })}
              />
            )}
            {atTop && isBlockType && !kind.derived && (
              <YesRule
                label="May be said differently where a shared block stands"
                value={field.openWhereShared ?? false}
                onChange={(openWhereShared) => set({ openWhereShared })}
              />
            )}
          </div>
          <RulesEditor
            key={field.id}
            field={field}
            onChange={onChange}
            model={document}
            siblings={siblings.filter(({ id }) => id !== field.id)}
          />
          <ConditionEditor
            field={field}
            siblings={siblings}
            onChange={(showWhen) => {
              const { showWhen: _gone, ...rest } = field;
              onChange((showWhen ? { ...rest, showWhen } : rest) as Field);
            }}
          />
          {!kind.derived && !kind.holds && (
            <Labelled id={`default-${field.id}`} label="Value of a new entry" group>
              {fresh && (
                <Select
                  fullWidth
                  value={isFresh ? fresh.value : 'fixed'}
                  onChange={({ target }) =>
                    setDefault(target.value === 'fixed' ? null : { new: target.value })
                  }
                  slotProps={{ input: { 'aria-label': 'How the value of a new entry is told' } }}
                >
                  <MenuItem value="fixed">As said here</MenuItem>
                  <MenuItem value={fresh.value}>{fresh.label}</MenuItem>
                </Select>
              )}
              {!isFresh && (
                <FieldInput
                  field={field}
                  id={`default-${field.id}-input`}
                  value={field.default}
                  invalid={false}
                  faults={[]}
                  describedBy={`default-${field.id}-label`}
                  label={`Value of a new entry: ${field.label}`}
                  onChange={setDefault}
                />
              )}
            </Labelled>
          )}
          <TextBox
            id={`group-${field.id}`}
            label="Stands in the form under"
            value={field.group ?? ''}
            onChange={(group) => set({ group })}
            slotProps={{ input: { maxLength: modelBounds.label } }}
          />
          <TextBox
            id={`help-${field.id}`}
            label="Help for editors"
            value={field.help ?? ''}
            onChange={(help) => set({ help })}
            slotProps={{ input: { maxLength: modelBounds.words } }}
            multiline
            minRows={2}
          />
        </fieldset>
      </section>
      {mayChange && (
        <section>
          {'title' in type && type.title === field.id && 'plural' in type && !isBlockType ? (
            <p className={`${look.pencil} ${look.small}`}>
              It names every {type.label}, so it cannot be taken out. Give the title to another line first.
            </p>
          ) : (
            <Button color="error" onClick={onTake}>
              Take out of {type.label}
            </Button>
          )}
        </section>
      )}
    </>
  );
}

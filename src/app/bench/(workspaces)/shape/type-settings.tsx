'use client';
import { MenuItem, Select } from '@mui/material';
import type { ReactElement } from 'react';
import { newId } from '../../../../core/ids';
import { modelBounds, TOP, type ContentType, type ModelDocument, type PageType } from '../../../../core/model/document';
import { kindOf } from '../../../../core/model/kinds';
import { typeIcons } from '../../../../ui/icon';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { TextBox } from '../../../../ui/text-box';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

interface Props {
  type: ContentType | PageType;
  mayChange: boolean;
  onChange: (type: ContentType | PageType) => void;
}

function Chosen({ id, label, value, none, options, onChange, help }: { id: string; label: string; value: string; none?: string; options: [key: string, words: string][]; onChange: (key: string) => void; help?: string }): ReactElement {
  return (
    <Labelled id={id} label={label} help={help}>
      <Select fullWidth displayEmpty value={value} onChange={({ target }) => onChange(target.value)} labelId={`${id}-label`} SelectDisplayProps={{ id }}>
        {none !== undefined && <MenuItem value="">{none}</MenuItem>}
        {options.map(([key, words]) => <MenuItem key={key} value={key}>{words}</MenuItem>)}
      </Select>
    </Labelled>
  );
}

/** A model in which a page type may, or may not, stand under another (or at the top). */
function placed(model: ModelDocument, parent: string, child: string, may: boolean): ModelDocument {
  const others = model.placements.filter((placement) => placement.parent !== parent || placement.child !== child);
  return { ...model, placements: may ? [...others, { id: newId(), parent, child }] : others };
}

/** How a type is named, how its title is found, what its table shows; for a page type also what fills it and where it may stand. */
export function TypeSettings({ type, mayChange, onChange }: Props): ReactElement {
  const { document, change } = useWorkingModel();
  const set = (part: Partial<ContentType & PageType>) => onChange({ ...type, ...part } as ContentType | PageType);
  const ofKind = (...kinds: string[]): [string, string][] => type.fields.filter(({ kind }) => kinds.includes(kind)).map(({ id, label }) => [id, label]);
  const role = (name: 'summary' | 'date', id: string) => {
    const { [name]: _gone, ...rest } = type as ContentType;
    onChange((id ? { ...rest, [name]: id } : rest) as ContentType);
  };
  const mayHold = (parent: string) => document.placements.some((placement) => placement.parent === parent && placement.child === type.id);
  return (
    <fieldset disabled={!mayChange} className={styles.form} style={{ border: 0, margin: 0, minWidth: 0 }}>
      <div className={styles.pair}>
        <TextBox id="type-label" label="Name of one" value={type.label} onChange={(label) => set({ label })} faults={type.label.trim() ? [] : ['This needs a name.']} slotProps={{ input: { maxLength: modelBounds.label } }} />
        <TextBox id="type-plural" label="Name of several" value={type.plural} onChange={(plural) => set({ plural })} faults={type.plural.trim() ? [] : ['This needs a name.']} slotProps={{ input: { maxLength: modelBounds.label } }} />
        <Chosen id="type-icon" label="Icon" value={type.icon} options={Object.entries(typeIcons).map(([key, { label }]) => [key, label])} onChange={(icon) => set({ icon })} />
      </div>
      <TextBox id="type-purpose" label="What it is for" value={type.purpose} onChange={(purpose) => set({ purpose })} slotProps={{ input: { maxLength: modelBounds.words } }} />
      <div className={styles.pair}>
        <Chosen id="type-title" label="Title" value={type.title} options={ofKind('line')} onChange={(title) => set({ title })} help="The line that names one of them." />
        {'columns' in type && <Chosen id="type-summary" label="Summary" value={type.summary ?? ''} none="None" options={ofKind('line', 'paragraphs')} onChange={(id) => role('summary', id)} />}
        {'columns' in type && <Chosen id="type-date" label="Date" value={type.date ?? ''} none="None" options={ofKind('date')} onChange={(id) => role('date', id)} />}
        {'address' in type && <Chosen id="type-address" label="Address made from" value={type.address.from} options={ofKind('line')} onChange={(from) => set({ address: { ...type.address, from } })} />}
        {'source' in type && <Chosen id="type-source" label="Filled by" value={type.source.kind} options={[['blocks', 'Its own words'], ['listing', 'A listing']]} onChange={(kind) => set({ source: { kind: kind === 'listing' ? 'listing' : 'blocks' } })} />}
      </div>
      {'columns' in type && (
        <>
          <Labelled id="type-columns" label="Columns of the table, at first" group>
            <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 16px' }}>
              {type.fields.map((field) => <YesRule key={field.id} label={`${field.label}, ${kindOf(field).label.toLowerCase()}`} value={type.columns.includes(field.id)} onChange={(shown) => set({ columns: type.fields.map(({ id }) => id).filter((id) => (id === field.id ? shown : type.columns.includes(id))) })} />)}
            </div>
          </Labelled>
          <YesRule label="Someone who reviews must publish" value={type.review} onChange={(review) => set({ review })} />
        </>
      )}
      {'source' in type && (
        <>
          <YesRule label="Stands in the navigation" value={type.inNavigation} onChange={(inNavigation) => set({ inNavigation })} />
          <Labelled id="type-homes" label="May stand" group>
            <div style={{ display: 'flex', flexWrap: 'wrap', gap: '0 16px' }}>
              <YesRule label="at the top of a site" value={mayHold(TOP)} onChange={(may) => change((model) => placed(model, TOP, type.id, may))} />
              {document.pageTypes.map((parent) => <YesRule key={parent.id} label={`under ${parent.label}`} value={mayHold(parent.id)} onChange={(may) => change((model) => placed(model, parent.id, type.id, may))} />)}
            </div>
          </Labelled>
        </>
      )}
      {!mayChange && <p className={look.pencil}>Only an architect may change this.</p>}
    </fieldset>
  );
}

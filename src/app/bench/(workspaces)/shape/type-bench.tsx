'use client';
import { Button, Tab, Tabs } from '@mui/material';
import Link from 'next/link';
import { useState, type ReactElement } from 'react';
import { changeType, moveField, removeField, replaceField } from '../../../../core/model/edit';
import type { ContentType, Field, PageType } from '../../../../core/model/document';
import { homesOf } from '../../../../core/model/placement';
import { CompiledModel } from '../../../../core/model/compile';
import { Frame } from '../../../../ui/frame';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { Workspace } from '../../../../ui/shell/workspace';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { EditorView } from './editor-view';
import { FieldSettings } from './field-settings';
import { FieldSheet } from './field-sheet';
import { ShapeOutline } from './shape-outline';
import { TypeSettings } from './type-settings';
import { useWorkingModel } from './working-model';

type View = 'fields' | 'type' | 'editor';

const savingWords = { kept: '', keeping: 'Keeping…', 'not kept': 'Not kept yet' };

/** A type as a ruled sheet of its fields, with what governs the field at hand beside it. */
export function TypeBench({ of, typeKey }: { of: 'content' | 'pages'; typeKey: string }): ReactElement {
  const working = useWorkingModel();
  const { document, inForce, mayChange, change, changes, faults, saving, problem } = working;
  const tell = useTell();
  const [view, setView] = useState<View>('fields');
  const [selected, setSelected] = useState<string>();
  const types: (ContentType | PageType)[] = of === 'content' ? document.contentTypes : document.pageTypes;
  const type = types.find(({ key }) => key === typeKey);
  const before = [...inForce.contentTypes, ...inForce.pageTypes].find(({ id }) => id === type?.id);
  const { data: figures } = useAsk('typeFigures', { path: { id: type?.id ?? '' } }, { enabled: of === 'content' && before !== undefined });
  if (!type) {
    return (
      <Workspace outline={<ShapeOutline />} outlineLabel="Types">
        <div className={look.empty}><strong>There is no such type.</strong><p>It may have another name now. Choose one in the outline.</p></div>
      </Workspace>
    );
  }
  const field = type.fields.find(({ id }) => id === selected);
  const edit = (make: (type: ContentType | PageType) => ContentType | PageType) => change((model) => changeType(model, type.id, (each) => make(each) as typeof each));
  const take = (gone: Field) => {
    const kept = document;
    edit((each) => removeField(each, gone.id));
    setSelected(undefined);
    tell(`${gone.label} is taken out of the working copy.`, () => change(() => kept));
  };
  const mine = faults.filter(({ about }) => about === type.id);
  const homes = of === 'pages' ? homesOf(new CompiledModel(document, 0), type.id) : [];
  const reach = field ? (
    <FieldSettings
      type={type} field={field} figures={figures} wasInForce={before?.fields.some(({ id }) => id === field.id) ?? false} mayChange={mayChange}
      onChange={(next) => edit((each) => replaceField(each, next, before?.fields.some(({ id }) => id === next.id) ?? false))}
      onTake={() => take(field)}
    />
  ) : (
    <>
      <section>
        <Eyebrow>{type.label}</Eyebrow>
        <p className={look.small}>{type.fields.length} {type.fields.length === 1 ? 'field' : 'fields'}{figures ? `, ${figures.total} ${figures.total === 1 ? 'entry' : 'entries'}` : ''}. Choose a field to see what it comes from, where it goes, and to set its rules.</p>
      </section>
      {of === 'pages' && (
        <section>
          <Eyebrow>May stand</Eyebrow>
          {homes.length > 0 ? homes.map(({ parent, label }) => <p className={look.small} key={parent}>{label}</p>) : <p className={look.small}>Nowhere yet: no page type may hold it.</p>}
        </section>
      )}
      {mine.length > 0 && <section><Eyebrow>Checks</Eyebrow>{mine.map((fault) => <Note key={fault.path + fault.code} sort={fault.weight === 'error' ? 'error' : 'attention'}>{fault.message}</Note>)}</section>}
    </>
  );
  return (
    <Workspace outline={<ShapeOutline />} outlineLabel="Types" reach={reach} reachLabel={field ? 'Field' : 'Reach'}>
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}><span>{of === 'content' ? 'Content type' : 'Page type'} <Mono>{type.key}</Mono></span></div>
          <h1>{type.label}</h1>
          {type.purpose && <p className={look.pencil}>{type.purpose}</p>}
        </div>
        {mayChange && (
          <div className={look.acts}>
            <span className={`${look.pencil} ${look.small}`} role="status">{saving === 'kept' ? `Working copy: ${changes === 0 ? 'no changes' : changes === 1 ? '1 change' : `${changes} changes`}` : savingWords[saving]}</span>
            <Button component={Link} href="/bench/shape/changes" variant={changes > 0 ? 'contained' : 'outlined'}>Change sheet</Button>
          </div>
        )}
      </div>
      {problem && <Note sort="error" role="alert">{problem}</Note>}
      <Tabs value={view} onChange={(_, next: View) => setView(next)} aria-label="What to see of the type">
        <Tab value="fields" label="Fields" id="view-fields" aria-controls="view" />
        <Tab value="type" label="Naming and table" id="view-type" aria-controls="view" />
        <Tab value="editor" label="As the editor sees it" id="view-editor" aria-controls="view" />
      </Tabs>
      <div role="tabpanel" id="view" aria-labelledby={`view-${view}`}>
        {view === 'fields' && (
          <Frame label={`Fields of ${type.label}`}>
            <FieldSheet
              type={type} figures={figures} selected={selected} onSelect={setSelected} mayChange={mayChange}
              onMove={(from, to) => edit((each) => moveField(each, from, to))} onTake={take} onEdit={edit}
            />
          </Frame>
        )}
        {view === 'type' && <Frame label={`Naming of ${type.label}`}><TypeSettings type={type} mayChange={mayChange} onChange={(next) => edit(() => next)} /></Frame>}
        {view === 'editor' && <Frame label={`Form of ${type.label}`}><EditorView fields={type.fields} /></Frame>}
      </div>
    </Workspace>
  );
}

'use client';
import { Button, Menu, MenuItem, Tab, Tabs } from '@mui/material';
import { Ellipsis } from 'lucide-react';
import { usePathname, useSearchParams } from 'next/navigation';
import { useState, type ReactElement } from 'react';
import { CompiledModel, expandFields } from '../../../../core/model/compile';
import { isInclude, type AnyShape, type Field, type ShapeList } from '../../../../core/model/document';
import { entryIn, rowsOf } from '../../../../core/model/entries';
import {
  changeShape,
  duplicateShape,
  fieldById,
  listOf,
  moveShape,
  removeFields,
  replaceField,
  setsOf,
  shapesIn,
} from '../../../../core/model/change/edit';
import { homesOf } from '../../../../core/model/placement/placement';
import { Frame } from '../../../../ui/frame';
import { useGoing } from '../../../../ui/going';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow, Mono, Note } from '../../../../ui/marks';
import { Workspace } from '../../../../ui/shell/workspace';
import { useTell } from '../../../../ui/telling';
import { useAsk } from '../../../../ui/use-ask';
import { CategoriesBench } from './categories-bench';
import { ChosenFields } from './chosen-fields';
import { EditorView } from './editor-view';
import { FaceBench } from './face-bench';
import { FaultList } from './fault-list';
import { FieldSettings } from './field-settings';
import { FieldSheet } from './field-sheet';
import { LayoutsBench } from './layouts-bench';
import { hrefOf, lists } from './lists';
import { RemoveShape } from './remove-shape';
import { SettingsSheet } from './settings-sheet';
import { ShapeOutline } from './shape-outline';
import { SlotsBench } from './slots-bench';
import { TypeSettings } from './type-settings';
import { useWorkingModel } from './working-model';
import { Link } from '../../../../ui/link';

const views: Record<ShapeList, readonly (readonly [key: string, label: string])[]> = {
  contentTypes: [
    ['fields', 'Fields'],
    ['face', 'Appearance'],
    ['type', 'Naming and table'],
    ['settings', 'Settings'],
    ['editor', 'As the editor sees it'],
  ],
  pageTypes: [
    ['fields', 'Fields'],
    ['slots', 'Slots'],
    ['layouts', 'Layouts'],
    ['face', 'Appearance'],
    ['type', 'Naming and places'],
    ['settings', 'Settings'],
    ['editor', 'As the editor sees it'],
  ],
  blockTypes: [
    ['fields', 'Fields'],
    ['slots', 'Slots'],
    ['face', 'Appearance'],
    ['type', 'Naming'],
    ['editor', 'As the editor sees it'],
  ],
  fieldSets: [
    ['fields', 'Fields'],
    ['type', 'Naming'],
    ['editor', 'As the editor sees it'],
  ],
  schemes: [
    ['categories', 'Categories'],
    ['fields', 'Fields'],
    ['type', 'Naming'],
  ],
};

const savingWords = { saved: '', saving: 'Saving…', 'not saved': 'Not saved yet' };

/** What can be done with the whole of a type: copied, moved in its list, taken away. */
function ShapeActs({
  shape,
  list,
  onRemove,
}: {
  shape: AnyShape;
  list: ShapeList;
  onRemove: () => void;
}): ReactElement {
  const { document, change } = useWorkingModel();
  const { go } = useGoing();
  const [at, setAt] = useState<HTMLElement | null>(null);
  const place = shapesIn(document, list).findIndex(({ id }) => id === shape.id);
  const act = (what: () => void) => {
    setAt(null);
    what();
  };
  return (
    <>
      <Button
        aria-label={`More for ${shape.label}`}
        aria-haspopup="menu"
        onClick={(event) => setAt(event.currentTarget)}
        sx={{ minWidth: 0 }}
      >
        <Ellipsis size={16} aria-hidden="true" />
      </Button>
      <Menu anchorEl={at} open={at !== null} onClose={() => setAt(null)}>
        <MenuItem
          onClick={() =>
            act(() => {
              const made = duplicateShape(document, shape.id);
              if (!made) return;
              change(() => made.document);
              go(hrefOf(list, made.copy.key));
            })
          }
        >
          Make a copy
        </MenuItem>
        <MenuItem
          disabled={place === 0}
          onClick={() => act(() => change((model) => moveShape(model, shape.id, place - 1)))}
        >
          Move up in the outline
        </MenuItem>
        <MenuItem
          disabled={place === document[list].length - 1}
          onClick={() => act(() => change((model) => moveShape(model, shape.id, place + 1)))}
        >
          Move down in the outline
        </MenuItem>
        <MenuItem onClick={() => act(onRemove)}>Take {shape.label} away…</MenuItem>
      </Menu>
    </>
  );
}

/** What is said of a type where no field is at hand: how many it has, where it stands, what is wrong. */
function ShapeReach({
  shape,
  list,
  entries,
}: {
  shape: AnyShape;
  list: ShapeList;
  entries: number | undefined;
}): ReactElement {
  const { document, faults } = useWorkingModel();
  const n = rowsOf(shape.fields).length;
  const mine = faults.filter(({ about }) => about === shape.id);
  const homes = list === 'pageTypes' ? homesOf(new CompiledModel(document, 0), shape.id) : [];
  return (
    <>
      <section>
        <Eyebrow>{shape.label}</Eyebrow>
        <p className={look.small}>
          {n} {n === 1 ? 'field' : 'fields'}
          {entries === undefined ? '' : `, ${entries} ${entries === 1 ? 'entry' : 'entries'}`}. Choose a field
          to see what it comes from, where it goes, and to set its rules.
        </p>
      </section>
      {list === 'pageTypes' && (
        <section>
          <Eyebrow>May stand</Eyebrow>
          {homes.length > 0 ? (
            homes.map(({ parent, label }) => (
              <p className={look.small} key={parent}>
                {label}
              </p>
            ))
          ) : (
            <p className={look.small}>Nowhere yet: no page type may hold it.</p>
          )}
        </section>
      )}
      {mine.length > 0 && (
        <section>
          <Eyebrow>Checks</Eyebrow>
          <FaultList faults={mine} />
        </section>
      )}
    </>
  );
}

/**
 * A type, set or scheme: the ruled sheet of its fields, its slots, layouts, face and names, with what governs
 * the field at hand beside it.
 */
export function TypeBench({ list, typeKey }: { list: ShapeList; typeKey: string }): ReactElement {
  const working = useWorkingModel();
  const { document, inForce, mayChange, change, changes, saving, problem } = working;
  const tell = useTell();
  const { go } = useGoing();
  const path = usePathname();
  const view = useSearchParams().get('view') ?? views[list][0]?.[0] ?? 'fields';
  const [selected, setSelected] = useState<string>();
  const [chosen, setChosen] = useState<ReadonlySet<string>>(new Set());
  const [removing, setRemoving] = useState(false);
  // The key of something new follows its name, so the one that is open is held by its id.
  const [openId] = useState(() => shapesIn(document, list).find(({ key }) => key === typeKey)?.id);
  const shape = shapesIn(document, list).find(({ id, key }) =>
    openId === undefined ? key === typeKey : id === openId,
  );
  const before = shape && shapesIn(inForce, list).find(({ id }) => id === shape.id);
  const { data: figures, isLoading: counting } = useAsk(
    'typeFigures',
    { path: { id: shape?.id ?? '' } },
    { enabled: list === 'contentTypes' && before !== undefined },
  );
  if (!shape) {
    return (
      <Workspace outline={<ShapeOutline />} outlineLabel="Types">
        <div className={look.empty}>
          <strong>There is no such {lists[list].one.toLowerCase()}.</strong>
          <p>It may have another name now. Choose one in the outline.</p>
        </div>
      </Workspace>
    );
  }
  const sets = setsOf(document);
  const at = selected === undefined ? undefined : entryIn(shape.fields, selected);
  const field = at && !isInclude(at) ? at : undefined;
  const edit = (make: (shape: AnyShape) => AnyShape) =>
    change((model) => changeShape(model, shape.id, (each) => make(each) as typeof each));
  const take = (ids: string[]) => {
    const kept = document;
    edit((each) => removeFields(each, ids, sets));
    setSelected(undefined);
    const [first] = ids;
    const one = first === undefined ? undefined : entryIn(shape.fields, first);
    tell(
      `${ids.length === 1 && one ? (isInclude(one) ? 'The field set' : one.label) : `${ids.length} fields`} ${ids.length === 1 ? 'is' : 'are'} taken out of the working copy.`,
      () => change(() => kept),
    );
  };
  const wasInForce = (id: string) => before !== undefined && fieldById(before, id) !== undefined;
  const included = at && isInclude(at) ? document.fieldSets.find(({ id }) => id === at.include) : undefined;
  const reach = field ? (
    <FieldSettings
      type={shape}
      field={field}
      figures={figures}
      counting={counting}
      wasInForce={wasInForce(field.id)}
      mayChange={mayChange}
      onChange={(next: Field) => edit((each) => replaceField(each, next, wasInForce(next.id), sets))}
      onTake={() => take([field.id])}
    />
  ) : included ? (
    <section>
      <Eyebrow>Included set</Eyebrow>
      <p className={look.small}>
        <Link href={hrefOf('fieldSets', included.key)}>{included.label}</Link> stands here with all its
        fields. A change of the set changes every type that includes it.
      </p>
      {expandFields(included.fields, sets).map(({ id, label }) => (
        <p className={look.small} key={id}>
          {label}
        </p>
      ))}
      {mayChange && (
        <Button color="error" onClick={() => take([at?.id ?? ''])}>
          Take the set out of {shape.label}
        </Button>
      )}
    </section>
  ) : (
    <ShapeReach shape={shape} list={list} entries={figures?.total} />
  );
  const setPart = (part: object) => edit((each) => ({ ...each, ...part }) as AnyShape);
  const shown = views[list].some(([key]) => key === view) ? view : 'fields';
  return (
    <Workspace
      outline={<ShapeOutline />}
      outlineLabel="Types"
      reach={reach}
      reachLabel={field ? 'Field' : 'Reach'}
    >
      <div className={look.heading}>
        <div>
          <div className={look.eyebrow}>
            <span>
              {lists[list].one} <Mono>{shape.key}</Mono>
            </span>
          </div>
          <h1>{shape.label}</h1>
          {shape.purpose && <p className={look.pencil}>{shape.purpose}</p>}
        </div>
        {mayChange && (
          <div className={look.acts}>
            <span className={`${look.pencil} ${look.small}`} role="status">
              {saving === 'saved'
                ? `Working copy: ${changes === 0 ? 'no changes' : changes === 1 ? '1 change' : `${changes} changes`}`
                : savingWords[saving]}
            </span>
            <ShapeActs shape={shape} list={list} onRemove={() => setRemoving(true)} />
            <Button
              component={Link}
              href="/bench/shape/changes"
              variant={changes > 0 ? 'contained' : 'outlined'}
            >
              Change sheet
            </Button>
          </div>
        )}
      </div>
      {problem && (
        <Note sort="error" role="alert">
          {problem}
        </Note>
      )}
      <Tabs
        value={shown}
        // It stands in the address, and nothing has to be asked for it.
        onChange={(_, next: string) => window.history.replaceState(null, '', `${path}?view=${next}`)}
        aria-label="What to see of the type"
        variant="scrollable"
        scrollButtons={false}
      >
        {views[list].map(([key, label]) => (
          <Tab key={key} value={key} label={label} id={`view-${key}`} aria-controls="view" />
        ))}
      </Tabs>
      <div role="tabpanel" id="view" aria-labelledby={`view-${shown}`}>
        {shown === 'fields' && (
          <>
            {mayChange && (
              <ChosenFields shape={shape} chosen={chosen} onChoose={setChosen} onTake={take} onEdit={edit} />
            )}
            <Frame label={`Fields of ${shape.label}`}>
              <FieldSheet
                shape={shape}
                figures={figures}
                counting={counting}
                selected={selected}
                chosen={chosen}
                onSelect={setSelected}
                onChoose={setChosen}
                mayChange={mayChange}
                onTake={take}
                onEdit={edit}
              />
            </Frame>
          </>
        )}
        {shown === 'slots' && 'slots' in shape && (
          <Frame label={`Slots of ${shape.label}`}>
            <SlotsBench type={shape} mayChange={mayChange} onChange={(slots) => setPart({ slots })} />
          </Frame>
        )}
        {shown === 'layouts' && 'layouts' in shape && (
          <Frame label={`Layouts of ${shape.label}`}>
            <LayoutsBench type={shape} mayChange={mayChange} onChange={(layouts) => setPart({ layouts })} />
          </Frame>
        )}
        {shown === 'face' && 'face' in shape && list !== 'fieldSets' && list !== 'schemes' && (
          <Frame label={`How ${shape.label} looks`}>
            <FaceBench
              key={shape.id}
              type={shape}
              of={list}
              mayChange={mayChange}
              onChange={(face) => setPart({ face })}
            />
          </Frame>
        )}
        {shown === 'type' && (
          <Frame label={`Naming of ${shape.label}`}>
            <TypeSettings shape={shape} mayChange={mayChange} onChange={(next) => edit(() => next)} />
          </Frame>
        )}
        {shown === 'settings' && ('columns' in shape || 'layouts' in shape) && (
          <Frame label={`Settings of ${shape.label}`}>
            <SettingsSheet
              layers={[
                { source: 'site', layer: document.settings },
                { source: 'type', layer: shape.settings },
              ]}
              disabled={!mayChange}
              onChange={(settings) => setPart({ settings })}
            />
          </Frame>
        )}
        {shown === 'categories' && 'sort' in shape && (
          <CategoriesBench scheme={shape} inForce={before !== undefined} mayChange={mayChange} />
        )}
        {shown === 'editor' && (
          <Frame label={`Form of ${shape.label}`}>
            <EditorView fields={expandFields(shape.fields, sets)} />
          </Frame>
        )}
      </div>
      {removing && (
        <RemoveShape
          shape={shape}
          list={listOf(document, shape.id) ?? list}
          onClose={() => setRemoving(false)}
          onDone={() => {
            setRemoving(false);
            go('/bench/shape');
          }}
        />
      )}
    </Workspace>
  );
}

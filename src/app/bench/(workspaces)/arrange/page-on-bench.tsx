'use client';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useSearchParams } from 'next/navigation';
import {
  useCallback,
  useDeferredValue,
  useId,
  useMemo,
  type ComponentProps,
  type ReactElement,
  type ReactNode,
} from 'react';
import { draggedFrom } from '../../../../ui/dragged-from';
import { blockAtPath, everyBlock, findBlock, idOf } from '../../../../core/content/block-edits';
import { referencesIn } from '../../../../core/content/values';
import type { Id } from '../../../../core/ids';
import type { Json, JsonObject } from '../../../../core/json';
import { mapToFace } from '../../../../core/mapping/map';
import { SHARED } from '../../../../core/model/shared-type';
import { sayingIn } from '../../../../core/model/visitor-words';
import { drawDraft, drawnById, referencesToDraw, type DrawnBefore } from '../../../../core/site/drawn-draft';
import type { VisitorPage } from '../../../../core/site/visitor-page';
import { wordsOf } from '../../../../ui/ask';
import { useModel } from '../../../../ui/model-in-force';
import { goToField } from '../../../../ui/go-to-field';
import { useGoing } from '../../../../ui/going';
import look from '../../../../ui/look/look.module.css';
import { useDrawing } from '../../../../ui/use-known';
import { useNewest } from '../../../../ui/use-newest';
import canvasStyles from './canvas/canvas.module.css';
import { PageCanvas } from './canvas/page-canvas';
import { Shelf } from './canvas/shelf';
import { Tray } from './canvas/tray';
import { useCalmBlocks } from './canvas/use-calm-blocks';
import { usePageBlocks } from './canvas/use-page-blocks';
import { inLanguage } from './block-says';
import { SelectedPanel } from './later';
import { useSharedBlocks } from './shared/use-shared-blocks';
import { slotName, TRAY } from './page-draft';
import { isPatternOf } from './is-pattern';
import type { ArrangedAnswer, ArrangedEditing } from './use-arranged';

/** What is arranged on the bench: a page, or a shared block. */
export type Arranging = Pick<
  ArrangedEditing<ArrangedAnswer>,
  | 'model'
  | 'type'
  | 'today'
  | 'values'
  | 'slots'
  | 'tray'
  | 'reading'
  | 'blockFaults'
  | 'language'
  | 'drawn'
  | 'drawnProblem'
  | 'slotsAt'
  | 'notes'
  | 'beginNote'
> & {
  draft: { change(key: string, value: Json, typedIn?: string): void; changeAll(changes: JsonObject): void };
  kept: Pick<ArrangedAnswer, 'id' | 'values' | 'olderBlocks'> & {
    category: Id | null;
    layout?: string | null;
  };
  mayChange: boolean;
  /** As whom it is drawn, where that may be chosen. */
  as?: string;
  setAs?: (as: string) => void;
};

const NOTHING: JsonObject = {};
const NONE_SHARED: ReturnType<typeof useSharedBlocks> = new Map();

/** The page as it is in the draft: what the server drew, with what was changed since drawn here. */
function useDrawnDraft(editing: Arranging, slots: JsonObject): VisitorPage | undefined {
  const { model, type, drawn, slotsAt, values, kept, language, reading } = editing;
  const before = useMemo((): DrawnBefore => {
    const said = drawn ? (slotsAt.get(drawn.revision) ?? NOTHING) : NOTHING;
    return {
      drawn: drawnById(drawn?.page.slots ?? {}),
      said: new Map(everyBlock(said).map(({ block }) => [idOf(block), block])),
    };
  }, [drawn, slotsAt]);
  const isTyped = values !== kept.values && type.fields.some(({ key }) => values[key] !== kept.values[key]);
  const inMain = useDrawing([
    ...referencesToDraw(model, slots, before),
    ...(isTyped ? referencesIn(type.fields, reading.values).map(({ target }) => target) : []),
  ]);
  const isPattern = isPatternOf(editing);
  // Where words of one category leave a slot empty, what all of them say stands.
  const isOfCategory = kept.category !== null;
  return useMemo(() => {
    if (!drawn) return undefined;
    const drawing =
      language === ''
        ? inMain
        : { ...inMain, locale: language, language, say: sayingIn(model.document, language) };
    const own = drawDraft(drawing, type.definition.slots, slots, before);
    // What a page above put there stands where the page has nothing of its own.
    const standing = Object.fromEntries(
      type.definition.slots.map(({ id }) => [
        id,
        own[id]?.length || !(drawn.inherited[id] || isOfCategory)
          ? (own[id] ?? [])
          : (drawn.page.slots[id] ?? []).filter((block) => !before.said.has(block.id)),
      ]),
    );
    const face =
      isTyped && !isPattern && !isOfCategory && language === ''
        ? mapToFace(type.definition.face.mapping, type, { values: reading.values }, drawing)
        : drawn.page.face;
    return { ...drawn.page, face, slots: standing };
  }, [before, drawn, inMain, isPattern, isTyped, isOfCategory, language, model, reading.values, slots, type]);
}

/** The page as its draft draws it, to be arranged; in words where it is not drawn. */
function DrawnCanvas({
  editing,
  blocks,
  faults,
  inherited,
  sharedStandHere,
  onField,
}: Pick<
  ComponentProps<typeof PageCanvas>,
  'blocks' | 'faults' | 'inherited' | 'sharedStandHere' | 'onField'
> & {
  editing: Arranging;
}): ReactElement {
  const { type, draft, values, drawnProblem, mayChange, language, as = '', setAs } = editing;
  const { accounts } = useModel().document;
  // The same thing at every key, so that the tools are not drawn again.
  const whom = useMemo(
    () => accounts && setAs && { value: as, groups: accounts.groups, onChange: setAs },
    [accounts, as, setAs],
  );
  const { go } = useGoing();
  const now = useDrawnDraft(editing, blocks.slots);
  // The first drawing waits for nothing; what follows gives way to what is typed.
  const page = useDeferredValue(now) ?? now;
  const isPattern = isPatternOf(editing);
  const ownField = useCallback(
    (id: Id) => {
      const field = type.field(id);
      if (!field || isPattern) return undefined;
      return { field, value: values[inLanguage(field.key, field.localised ? language : '')] };
    },
    [isPattern, language, type, values],
  );
  const writeOwn = useNewest((key: string, value: Json) => draft.change(key, value));
  const goTo = useNewest(onField);
  const goToEntry = useNewest((entry: Id, field: Id | undefined) =>
    go(`/bench/open/${entry}${field === undefined ? '' : `?field=${encodeURIComponent(field)}`}`),
  );
  if (!page)
    return (
      <p className={look.pencil} role="status">
        {drawnProblem ? wordsOf(drawnProblem) : 'The page is being drawn…'}
      </p>
    );
  return (
    <PageCanvas
      of={editing.kept.id}
      page={page}
      blocks={blocks}
      faults={faults}
      inherited={inherited}
      language={language}
      disabled={!mayChange}
      sharedStandHere={sharedStandHere}
      ownField={ownField}
      as={whom}
      onOwn={writeOwn}
      onField={goTo}
      onEntry={goToEntry}
    />
  );
}

/** What the workspace holds while a page is arranged on its bench. */
interface Parts {
  shelf: ReactNode;
  canvas: ReactNode;
  /** The form of what is selected, and whether that is the page itself. */
  panel: ReactNode;
  isPage: boolean;
  /** Selects what a fault of the blocks is in. */
  goToFault: (path: string) => void;
}

/** The page as its own bench: drawn as visitors get it, arranged and written where it stands. */
export function PageOnBench({
  editing,
  own,
  children,
}: {
  editing: Arranging;
  /** The form of what is arranged itself. */
  own: ReactNode;
  children: (parts: Parts) => ReactElement;
}): ReactElement {
  const { model, type, draft, kept, slots, drawn } = editing;
  const { blockFaults, mayChange, today, language } = editing;
  const context = useId();
  const askedBlock = useSearchParams().get('block');
  const sensors = useSensors(useSensor(PointerSensor, draggedFrom));
  const shared = useSharedBlocks();
  const sharedStandHere = type.id !== SHARED;
  const blocks = usePageBlocks({
    model,
    own: type.definition.slots,
    slots,
    tray: sharedStandHere ? editing.tray : undefined,
    shared: sharedStandHere ? shared : NONE_SHARED,
    first: askedBlock && findBlock(slots, askedBlock) ? { blocks: [askedBlock] } : undefined,
    onChange(next, { tray, typedIn } = {}) {
      const changes: JsonObject = {
        ...Object.fromEntries(
          Object.entries(next).flatMap(([key, given]) =>
            given === slots[key] ? [] : [[slotName(key), given] as const],
          ),
        ),
        ...(tray ? { [TRAY]: tray } : {}),
      };
      const [[name, value] = [], ...more] = Object.entries(changes);
      if (name !== undefined && value !== undefined && more.length === 0) draft.change(name, value, typedIn);
      else draft.changeAll(changes);
    },
  });
  const { steady, calm } = useCalmBlocks(blocks, blockFaults);
  const inherited = useMemo(
    () =>
      new Map(
        type.definition.slots.flatMap(({ id, key }) => {
          const from = drawn?.inherited[id];
          return from ? [[key, from] as const] : [];
        }),
      ),
    [drawn, type],
  );
  const inheritedLabels = useMemo(
    () => new Map([...inherited].map(([key, { label }]) => [key, label])),
    [inherited],
  );
  const layout = type.definition.layouts.find(({ key }) => key === kept.layout) ?? type.definition.layouts[0];
  const { selection, selected } = blocks;
  const goTo = (block: string | undefined, id: string) => {
    const field =
      block === undefined
        ? type.field(id)
        : model.blockTypeByKey(String(findBlock(slots, block)?.block.type ?? ''))?.field(id);
    if (!field) return;
    const key = inLanguage(field.key, field.localised ? language : '');
    if (block === undefined) goToField(key);
    else goToField(key, `selected-${block}-`);
  };
  return (
    <DndContext id={context} sensors={sensors}>
      {children({
        isPage: selected.length === 0 && !selection.slot,
        goToFault: (path) => {
          const block = blockAtPath(slots, path.replace(/^\/slots/, ''));
          const [, , slot = ''] = path.split('/');
          blocks.select(block ? { blocks: [idOf(block)] } : { blocks: [], slot: { slot } });
        },
        shelf: mayChange && (
          <div className={canvasStyles.room}>
            <Shelf blocks={steady} today={today} />
            <Tray blocks={steady} layout={layout} />
          </div>
        ),
        canvas: (
          <DrawnCanvas
            editing={editing}
            blocks={calm.blocks}
            faults={calm.faults}
            inherited={inheritedLabels}
            sharedStandHere={sharedStandHere}
            onField={goTo}
          />
        ),
        panel: <SelectedPanel editing={editing} blocks={blocks} inherited={inherited} own={own} />,
      })}
    </DndContext>
  );
}

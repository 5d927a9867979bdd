'use client';
import { DndContext, PointerSensor, useSensor, useSensors } from '@dnd-kit/core';
import { useRouter, useSearchParams } from 'next/navigation';
import { useDeferredValue, useId, useMemo, type ReactElement, type ReactNode } from 'react';
import { blockAtPath, everyBlock, findBlock, idOf } from '../../../../core/content/block-edits';
import { referencesIn } from '../../../../core/content/values';
import type { JsonObject } from '../../../../core/json';
import { mapToFace } from '../../../../core/mapping/map';
import { sayingIn } from '../../../../core/model/visitor-words';
import { drawDraft, drawnById, referencesToDraw, type DrawnBefore } from '../../../../core/site/drawn-draft';
import type { VisitorPage } from '../../../../core/site/visitor-page';
import { wordsOf } from '../../../../ui/ask';
import { goToField } from '../../../../ui/go-to-field';
import look from '../../../../ui/look/look.module.css';
import { NotingHere } from '../../../../ui/notes/noting';
import { useDrawing } from '../../../../ui/use-known';
import { BlockPanel } from './canvas/block-panel';
import canvasStyles from './canvas/canvas.module.css';
import { PageCanvas } from './canvas/page-canvas';
import { Shelf } from './canvas/shelf';
import { SlotPanel } from './canvas/slot-panel';
import { usePageBlocks } from './canvas/use-page-blocks';
import { inLanguage } from './block-says';
import { OlderBlocks } from './older-blocks';
import { slotName } from './page-draft';
import { PageFields } from './page-fields';
import { isPatternOf } from './page-reach';
import type { PageEditing } from './use-page-editing';

const NOTHING_OLDER = {};
const NOTHING: JsonObject = {};

/** The page as it is in the draft: what the server drew, with what was changed since drawn here. */
function useDrawnDraft(editing: PageEditing): VisitorPage | undefined {
  const { model, type, drawn, slotsAt, slots, values, kept, language, reading } = editing;
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
  children,
}: {
  editing: PageEditing;
  children: (parts: Parts) => ReactElement;
}): ReactElement {
  const { model, type, draft, kept, values, slots, drawn, drawnProblem } = editing;
  const { blockFaults, mayChange, today, language } = editing;
  const router = useRouter();
  const context = useId();
  const askedBlock = useSearchParams().get('block');
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const blocks = usePageBlocks(
    model,
    type.definition.slots,
    slots,
    (next, typedIn) => {
      const changes = Object.fromEntries(
        Object.entries(next).flatMap(([key, given]) =>
          given === slots[key] ? [] : [[slotName(key), given] as const],
        ),
      );
      const [[name, value] = [], ...more] = Object.entries(changes);
      if (name !== undefined && value !== undefined && more.length === 0) draft.change(name, value, typedIn);
      else draft.changeAll(changes);
    },
    askedBlock && findBlock(slots, askedBlock) ? { blocks: [askedBlock] } : undefined,
  );
  const page = useDeferredValue(useDrawnDraft(editing));
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
  const { notes, beginNote } = editing;
  const noting = useMemo(() => ({ at: notes.at, begin: beginNote }), [notes.at, beginNote]);
  const { selection, selected } = blocks;
  const [only] = selected;
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
            <Shelf blocks={blocks} today={today} />
          </div>
        ),
        canvas: page ? (
          <PageCanvas
            page={page}
            blocks={blocks}
            faults={blockFaults}
            inherited={inheritedLabels}
            language={language}
            disabled={!mayChange}
            ownField={(id) => {
              const field = type.field(id);
              if (!field || isPatternOf(editing)) return undefined;
              return { field, value: values[inLanguage(field.key, field.localised ? language : '')] };
            }}
            onOwn={(key, value) => draft.change(key, value)}
            onField={goTo}
            onEntry={(entry, field) =>
              router.push(
                `/bench/open/${entry}${field === undefined ? '' : `?field=${encodeURIComponent(field)}`}`,
              )
            }
          />
        ) : (
          <p className={look.pencil} role="status">
            {drawnProblem ? wordsOf(drawnProblem) : 'The page is being drawn…'}
          </p>
        ),
        panel: (
          <OlderBlocks value={kept.olderBlocks[language] ?? NOTHING_OLDER}>
            <NotingHere value={noting}>
              {selected.length > 1 ? (
                <p>
                  {selected.length} blocks are selected. Their handle moves, copies and takes off all of them.
                </p>
              ) : only ? (
                <BlockPanel
                  found={only}
                  trail={only.around.flatMap((each) => findBlock(slots, idOf(each)) ?? [])}
                  blocks={blocks}
                  faults={blockFaults}
                  disabled={!mayChange}
                  language={language}
                />
              ) : selection.slot ? (
                <SlotPanel
                  at={selection.slot}
                  blocks={blocks}
                  inherited={selection.slot.of === undefined ? inherited.get(selection.slot.slot) : undefined}
                  faults={blockFaults}
                  disabled={!mayChange}
                />
              ) : (
                <PageFields editing={editing} />
              )}
            </NotingHere>
          </OlderBlocks>
        ),
      })}
    </DndContext>
  );
}

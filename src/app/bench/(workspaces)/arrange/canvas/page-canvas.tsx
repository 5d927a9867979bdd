'use client';
import {
  memo,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type ReactElement,
} from 'react';
import dayjs from 'dayjs';
import { audienceNamed } from '../../../../../core/site/audience';
import { everyBlock, findBlock, idOf, notFor, unseenAt } from '../../../../../core/content/block-edits';
import type { Fault } from '../../../../../core/faults';
import type { Id } from '../../../../../core/ids';
import type { Json } from '../../../../../core/json';
import type { Field } from '../../../../../core/model/document';
import { kindFor } from '../../../../../core/model/kinds';
import type { VisitorPage } from '../../../../../core/site/visitor-page';
import type { Arranged } from '../../../../../site/block';
import { useTell } from '../../../../../ui/telling';
import { inLanguage, saying, spokenValues } from '../block-says';
import { usePutStarter } from '../starters/use-put-starter';
import { AskedOfSelected, type Asked } from './asked-of-selected';
import { FrameHandle, Frame } from './block-frame';
import { saidAt } from './block-words';
import { blockOnSheet } from './boxes';
import styles from './canvas.module.css';
import { Dividers } from './dividers';
import { CanvasTools, screens, type AsWhom, type Screen, type Zoom } from './canvas-tools';
import { DropLine } from './drop-line';
import { InnerOfBlock } from './near-blocks';
import { PageDrawn } from './page-drawn';
import type { PageBlocks } from './use-page-blocks';
import { WordsInPlace } from './words-in-place';

/** How high (px) the whole page is at most when all of it is seen. */
const SEEN = 620;
const SMALLEST = 0.08;
/** How long (ms) what was written is waited for to be drawn. */
const DRAWN_BY = 800;

/** Words that are written where they stand: of a block, or (without one) of the page itself. */
interface Writing {
  block: Id | undefined;
  field: Field;
  part: HTMLElement;
  /** The drawing as it was when it began: it stands still meanwhile. */
  page: VisitorPage;
  /** Once it is done with: the drawing that does not show yet what was written. */
  until?: VisitorPage;
}

interface Props {
  /** The page, or the shared block. */
  of: Id;
  page: VisitorPage;
  blocks: PageBlocks;
  /** What is to fix in its blocks. */
  faults: readonly Fault[];
  /** Slots that show what a page above put there, by their keys, and what that page is called. */
  inherited: ReadonlyMap<string, string>;
  /** The language that is looked at and written in; empty for the main one. */
  language: string;
  disabled: boolean;
  /** Whether shared blocks may stand in it: in a shared block none does. */
  sharedStandHere: boolean;
  /** The page's own fields, and how one of them is written. */
  ownField: (id: Id) => { field: Field; value: Json | undefined } | undefined;
  onOwn: (key: string, value: Json) => void;
  /** Goes to the input of a field of the page itself or of what is selected. */
  onField: (block: Id | undefined, field: Id) => void;
  /** Goes to what a listing shows. */
  onEntry: (entry: Id, field: Id | undefined) => void;
  /** As whom it is drawn, where visitors have accounts. */
  as?: AsWhom | undefined;
}

const isWritten = (field: Field): boolean => kindFor(field).words !== undefined;

/** The page on its bench: drawn from its real faces, as wide as visitors get it; what is selected in it is framed. */
export const PageCanvas = memo(function PageCanvas({
  of,
  page,
  blocks,
  faults,
  inherited,
  language,
  disabled,
  sharedStandHere,
  ownField,
  onOwn,
  onField,
  onEntry,
  as,
}: Props): ReactElement {
  const { model, slots, selection, selected } = blocks;
  const tell = useTell();
  const [screen, setScreen] = useState<Screen>('wide');
  const [zoomed, setZoomed] = useState<Zoom>('fit');
  const [dark, setDark] = useState(false);
  const [asOn, setAsOn] = useState('');
  const [room, setRoom] = useState({ width: 716, height: 0 });
  const [hovered, setHovered] = useState<Id>();
  const [asking, setAsking] = useState<Asked>();
  const putStarter = usePutStarter(blocks);
  const [writing, setWriting] = useState<Writing>();
  const stage = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const drawing = useRef<HTMLDivElement>(null);
  const width = screens[screen];
  useLayoutEffect(() => {
    const [outer, inner] = [stage.current, drawing.current];
    if (!outer || !inner) return undefined;
    const measure = () => {
      const scale = width / Math.max(1, inner.getBoundingClientRect().width);
      const next = {
        width: outer.clientWidth,
        height: Math.round(inner.getBoundingClientRect().height * scale),
      };
      setRoom((was) => (was.width === next.width && was.height === next.height ? was : next));
    };
    const observer = new ResizeObserver(measure);
    observer.observe(outer);
    observer.observe(inner);
    measure();
    return () => observer.disconnect();
  }, [width]);
  const fit = Math.min(1, room.width / width);
  const zoom =
    zoomed === 'fit'
      ? fit
      : zoomed === 'whole'
        ? Math.max(SMALLEST, Math.min(fit, SEEN / Math.max(1, room.height)))
        : Number(zoomed) / 100;
  // The same words at the same places are the same thing: what is drawn with them is not drawn again at every key.
  const said = JSON.stringify(saidAt(blocks, faults, inherited));
  // Told as words, so that the drawing is the same thing as long as the same blocks are seen.
  const unseen = [
    ...(asOn === '' ? [] : unseenAt(slots, dayjs(asOn).valueOf())),
    ...(as?.value ? notFor(slots, audienceNamed(as.value)) : []),
  ].join(' ');
  const dated = everyBlock(slots).some(({ block }) => block.from !== undefined || block.until !== undefined);
  const arranged = useMemo((): Arranged => {
    const { slots: at, marks } = JSON.parse(said) as ReturnType<typeof saidAt>;
    return {
      marks: new Map(marks),
      unseen: new Set(unseen.split(' ')),
      slot: (id, of) => at[`${of ?? ''} ${id}`] ?? { key: id, label: '' },
      Inner: InnerOfBlock,
    };
  }, [said, unseen]);
  // What was written stands there until it is drawn: what stood there before is not seen again.
  if (writing?.until !== undefined && writing.until !== page) setWriting(undefined);
  const shown = writing?.page ?? page;

  /** The block on the page that an element stands in; none for what a page above put there. */
  const blockAt = (target: EventTarget | null): Id | undefined => {
    for (
      let at = target instanceof Element ? target.closest<HTMLElement>('section.block') : null;
      at;
      at = at.parentElement?.closest<HTMLElement>('section.block') ?? null
    ) {
      const id = at.id.replace(/^b-/, '');
      if (findBlock(slots, id)) return id;
    }
    return undefined;
  };
  const partAt = (target: EventTarget | null): HTMLElement | undefined =>
    target instanceof Element && !target.closest('[data-entry]')
      ? (target.closest<HTMLElement>('[data-part][data-field]') ?? undefined)
      : undefined;
  /** The field that a part shows, of the block it stands in or of the page. */
  const fieldAt = (
    block: Id | undefined,
    part: HTMLElement,
  ): { field: Field; value: Json | undefined } | undefined => {
    const id = part.dataset.field ?? '';
    if (block === undefined) return part.closest('section.block') ? undefined : ownField(id);
    const found = findBlock(slots, block)?.block;
    const field = model.blockTypeByKey(String(found?.type ?? ''))?.field(id);
    return found && field ? { field, value: spokenValues(model, found, language)[field.key] } : undefined;
  };
  const endWriting = (handedOn: boolean) => {
    setWriting((was) =>
      was?.until !== undefined ? was : was && handedOn ? { ...was, until: page } : undefined,
    );
    // Nobody types there any more, so what was written is drawn at once.
    if (handedOn && document.activeElement instanceof HTMLElement) document.activeElement.blur();
  };
  const write = (block: Id | undefined, part: HTMLElement): boolean => {
    const found = fieldAt(block, part);
    const held = block !== undefined && findBlock(slots, block)?.block.held === 'place and values';
    if (!found || disabled || held || !isWritten(found.field) || (language !== '' && !found.field.localised))
      return false;
    setWriting({ block, field: found.field, part, page });
    return true;
  };
  const writeIn = (id: Id) => {
    const at = sheet.current && blockOnSheet(sheet.current, id);
    const parts = [...(at?.querySelectorAll<HTMLElement>('[data-part][data-field]') ?? [])].filter(
      (part) => part.closest('section.block') === at && !part.closest('[data-entry]'),
    );
    if (!parts.some((part) => write(id, part))) {
      const [first] = model.blockTypeByKey(String(findBlock(slots, id)?.block.type ?? ''))?.fields ?? [];
      if (first) onField(id, first.id);
    }
  };
  const point = (event: MouseEvent) => {
    const { target } = event;
    if (target instanceof Element && target.closest('[data-in-place], .written-here, button, [role="menu"]'))
      return;
    const block = blockAt(target);
    const part = partAt(target);
    const slot = target instanceof Element ? target.closest<HTMLElement>('.slot-here') : null;
    if (block !== undefined && (event.shiftKey || event.ctrlKey || event.metaKey))
      return blocks.toggle(block);
    const isSelected = selection.blocks.length === 1 && selection.blocks[0] === block;
    if (block !== undefined) {
      if (!isSelected) return blocks.select({ blocks: [block] });
      if (part && !write(block, part)) onField(block, part.dataset.field ?? '');
      return undefined;
    }
    if (slot)
      return blocks.select({ blocks: [], slot: { of: slot.dataset.of, slot: slot.dataset.slot ?? '' } });
    if (selection.blocks.length > 0 || selection.slot) blocks.select({ blocks: [] });
    else if (part && !write(undefined, part)) onField(undefined, part.dataset.field ?? '');
    return undefined;
  };
  const pointTwice = ({ target }: MouseEvent) => {
    const entry = target instanceof Element ? target.closest<HTMLElement>('[data-entry]') : null;
    const field = target instanceof Element ? target.closest<HTMLElement>('[data-field]') : null;
    if (entry?.dataset.entry) return onEntry(entry.dataset.entry, field?.dataset.field);
    // What a shared block says is written where that is kept.
    const block = blockAt(target);
    const shared = block === undefined ? undefined : findBlock(slots, block)?.block.shared;
    return typeof shared === 'string' ? onEntry(shared, field?.dataset.field) : undefined;
  };
  const focusHandle = () =>
    requestAnimationFrame(() => sheet.current?.querySelector<HTMLElement>(`.${styles.handle}`)?.focus());
  const wrote = useRef<Id>(undefined);
  useEffect(() => {
    const [before, now] = [wrote.current, writing?.block];
    wrote.current = now;
    const { activeElement: at } = document;
    // Who went on elsewhere is left there.
    const isHere = at === null || at === document.body || sheet.current?.contains(at);
    if (before !== undefined && now === undefined && isHere) focusHandle();
    if (writing?.until === undefined) return undefined;
    // Where what was written is what stood there, nothing is drawn anew.
    const timer = setTimeout(() => setWriting(undefined), DRAWN_BY);
    return () => clearTimeout(timer);
  }, [writing]);
  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    const [first] = everyBlock(slots);
    if (!first || !['Enter', 'ArrowDown'].includes(event.key)) return;
    event.preventDefault();
    blocks.select({ blocks: [idOf(first.block)] });
    focusHandle();
  };
  // What is selected is in sight.
  const selectedId = selection.blocks.at(-1);
  useEffect(() => {
    if (selectedId !== undefined && sheet.current)
      blockOnSheet(sheet.current, selectedId)?.scrollIntoView({ block: 'nearest' });
  }, [selectedId]);
  const { slot: selectedSlot } = selection;
  useLayoutEffect(() => {
    for (const each of sheet.current?.querySelectorAll<HTMLElement>('.slot-here') ?? [])
      each.toggleAttribute(
        'data-selected',
        selectedSlot !== undefined &&
          each.dataset.slot === selectedSlot.slot &&
          each.dataset.of === selectedSlot.of,
      );
  });
  const [onlySelected] = selected;
  const selectedRows =
    disabled || onlySelected?.block.held === 'place and values'
      ? undefined
      : model.blockTypeByKey(String(onlySelected?.block.type))?.definition.face.rows;
  return (
    <>
      <AskedOfSelected asked={asking} blocks={blocks} page={of} onClose={() => setAsking(undefined)} />
      <CanvasTools
        screen={screen}
        onScreen={setScreen}
        dark={dark}
        onDark={setDark}
        dated={dated || asOn !== ''}
        asOn={asOn}
        onAsOn={setAsOn}
        zoomed={zoomed}
        onZoomed={setZoomed}
        zoom={zoom}
        as={as}
      />
      <div ref={stage} className={styles.stage} data-wider={width * zoom > room.width || undefined}>
        <div
          ref={sheet}
          className={styles.sheet}
          style={{ width: width * zoom }}
          role="group"
          tabIndex={0}
          aria-label="The page, to be arranged. Enter goes to its first block."
          onClick={point}
          onDoubleClick={pointTwice}
          onKeyDown={press}
          onPointerMove={({ target }: PointerEvent) => setHovered(blockAt(target))}
          onPointerLeave={() => setHovered(undefined)}
        >
          <PageDrawn
            ref={drawing}
            page={shown}
            arranged={arranged}
            dark={dark}
            zoom={zoom}
            width={width}
            label="The page as visitors see it"
          />
          {hovered !== undefined && !selection.blocks.includes(hovered) && (
            <Frame sheet={sheet} id={hovered} drawn={shown} hovered />
          )}
          {selected.map(({ block }) => (
            <Frame key={idOf(block)} sheet={sheet} id={idOf(block)} drawn={shown} />
          ))}
          {!writing && !disabled && (
            <FrameHandle
              sheet={sheet}
              drawn={shown}
              blocks={blocks}
              onWords={writeIn}
              onShare={sharedStandHere ? () => setAsking('share') : undefined}
              onFillOnce={sharedStandHere ? () => setAsking('fill once') : undefined}
              onStarter={() => setAsking('starter')}
            />
          )}
          {onlySelected && selected.length === 1 && selectedRows && !writing && (
            <Dividers
              sheet={sheet}
              found={onlySelected}
              rows={selectedRows}
              drawn={shown}
              onWidths={(widths, once) =>
                blocks.change(idOf(onlySelected.block), (block) => ({ ...block, widths }), once)
              }
            />
          )}
          <DropLine
            sheet={sheet}
            blocks={blocks}
            onRefused={tell}
            onStarter={(starter, place) => void putStarter(starter, place)}
          />
          {writing && (
            <WordsInPlace
              key={`${writing.block ?? ''} ${writing.field.id}`}
              part={writing.part}
              field={writing.field}
              value={fieldAt(writing.block, writing.part)?.value}
              faults={[]}
              onChange={(value) =>
                writing.block === undefined
                  ? onOwn(writing.field.key, value)
                  : blocks.change(
                      writing.block,
                      (block) =>
                        saying(block, { [inLanguage(writing.field.key, language)]: value }, language),
                      `${writing.block} ${writing.field.key}`,
                    )
              }
              onDone={endWriting}
            />
          )}
        </div>
      </div>
    </>
  );
});

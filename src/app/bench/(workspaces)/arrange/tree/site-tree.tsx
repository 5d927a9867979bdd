'use client';
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragMoveEvent,
} from '@dnd-kit/core';
import { IconButton, OutlinedInput } from '@mui/material';
import { EyeOff, ListChecks, Plus } from 'lucide-react';
import { memo, useId, useMemo, useState, type ReactElement } from 'react';
import { createPortal } from 'react-dom';
import { draggedFrom } from '../../../../../ui/dragged-from';
import type { BranchPage } from '../../../../../contract/pages';
import type { Id } from '../../../../../core/ids';
import { answersOf } from '../../../../../core/model/page-source';
import { homesIn, placeAt, type LetGo } from '../../../../../core/site/tree-places';
import { TypeIcon } from '../../../../../ui/icon';
import { useModel } from '../../../../../ui/model-in-force';
import { LongGroup } from '../../../../../ui/shell/long-rows';
import { OutlineGroup, OutlineRow } from '../../../../../ui/shell/outline';
import { useMay } from '../../../../../ui/shell/person';
import { usePaused } from '../../../../../ui/use-paused';
import { TreeMovingHere, TreeRow, type TreeMoving } from './tree-row';
import { SeveralPages } from '../later';
import styles from './tree.module.css';
import { useFolded } from './use-folded';
import { useTreeMoves } from './use-tree-moves';
import { useTreeSeen } from './use-tree-seen';

/** How deep each page stands, pages coming after their parents. */
function depths(pages: readonly BranchPage[]): Map<string, number> {
  const found = new Map<string, number>();
  for (const page of pages) found.set(page.id, page.parent === null ? 0 : (found.get(page.parent) ?? 0) + 1);
  return found;
}

const NO_PAGES: readonly BranchPage[] = [];
/** From how many pages on they are sought by a word. */
const MANY = 12;

/** Which part of a row the pointer is over: its upper or lower quarter is beside it, the rest is into it. */
function letGoAt(
  { activatorEvent, delta, over }: DragMoveEvent,
  intoOnly: boolean,
): { at: Id; how: LetGo } | undefined {
  if (!over || !(activatorEvent instanceof PointerEvent)) return undefined;
  if (intoOnly) return { at: String(over.id), how: 'into' };
  const part = (activatorEvent.clientY + delta.y - over.rect.top) / Math.max(1, over.rect.height);
  return { at: String(over.id), how: part < 0.25 ? 'before' : part > 0.75 ? 'after' : 'into' };
}

/** The pages of every site as they stand, each site with its own tree, in which pages are moved by drag and by keys. */
export const SiteTree = memo(function SiteTree({ here }: { here?: string }): ReactElement {
  const model = useModel();
  const [sought, setSought] = useState('');
  const words = usePaused(sought.trim());
  const data = useTreeSeen(here, words);
  const pages = data?.pages ?? NO_PAGES;
  const deep = useMemo(() => depths(pages), [pages]);
  const sites = data?.sites ?? [];
  const mayMove = useMay('arrange pages');
  const context = useId();
  const sensors = useSensors(useSensor(PointerSensor, draggedFrom));
  const [dragged, setDragged] = useState<Id>();
  const [over, setOver] = useState<TreeMoving['over']>();
  const { move, onKey } = useTreeMoves(pages);
  const { seen, openOf, turn } = useFolded(pages, data?.whole ?? false, deep, here);
  /** The pages that are ticked, while several are chosen; they stay so where they are no longer seen. */
  const [ticked, setTicked] = useState<ReadonlyMap<Id, BranchPage>>();
  const tick = (page: BranchPage) => {
    const next = new Map(ticked);
    if (!next.delete(page.id)) next.set(page.id, page);
    setTicked(next);
  };
  const has = useMemo(() => data?.found && new Set(data.found), [data]);
  const many = sites.reduce((all, site) => all + site.pages, 0);
  const carried = pages.find(({ id }) => id === dragged);
  // What of it holds for every page is looked up once for a drag.
  const whyNot = useMemo(
    () => (dragged === undefined ? undefined : homesIn(model, pages, dragged)),
    [dragged, model, pages],
  );
  const moving = useMemo(
    (): TreeMoving => ({
      mayMove,
      dragged,
      over,
      mayHold: (page) => whyNot?.(page) === undefined,
      // What is found stands beside others that are not seen.
      onKey: has ? () => undefined : onKey,
    }),
    [dragged, has, mayMove, onKey, over, whyNot],
  );
  // Asked at every step, and again where what is below the pointer was found only after the last one.
  const aim = (event: DragMoveEvent) => {
    const at = letGoAt(event, has !== undefined);
    const id = String(event.active.id);
    const place = at && at.at !== id ? placeAt(pages, id, at.at, at.how) : undefined;
    const isSame = at?.at === over?.at && at?.how === over?.how;
    if (!at || at.at === id) setOver(undefined);
    else if (!isSame)
      setOver({
        ...at,
        why: place ? whyNot?.(place.parent) : 'Only one page stands at the top of a site.',
      });
  };
  const end = () => {
    setDragged(undefined);
    setOver(undefined);
  };
  return (
    <TreeMovingHere value={moving}>
      <DndContext
        id={context}
        sensors={sensors}
        collisionDetection={pointerWithin}
        onDragStart={({ active }) => setDragged(String(active.id))}
        onDragMove={aim}
        onDragOver={aim}
        onDragCancel={end}
        onDragEnd={({ active }) => {
          const place = over && placeAt(pages, String(active.id), over.at, over.how);
          end();
          if (place) void move(String(active.id), place);
        }}
      >
        <div className={styles.find}>
          {many > MANY && (
            <OutlinedInput
              fullWidth
              size="small"
              type="search"
              placeholder="Find in the tree"
              value={sought}
              onChange={({ target }) => setSought(target.value)}
              slotProps={{ input: { 'aria-label': 'Find in the tree' } }}
            />
          )}
          {mayMove && many > 1 && ticked === undefined && (
            <IconButton
              size="small"
              aria-label="Do one thing to several pages"
              title="Do one thing to several pages"
              onClick={() => setTicked(new Map())}
            >
              <ListChecks size={17} />
            </IconButton>
          )}
        </div>
        {ticked && (
          <SeveralPages
            ticked={ticked}
            pages={pages}
            onNone={() => setTicked(new Map())}
            onEnd={() => setTicked(undefined)}
          />
        )}
        {sites.map((site) => {
          // What is found stands in its tree, with the way to it.
          const standing = (has ? pages : seen).filter((page) => page.site === site.id);
          const all = site.pages;
          return (
            <LongGroup
              key={site.id}
              title={sites.length === 1 ? 'Site tree' : site.label}
              Row={TreeRow}
              count={has ? `${standing.filter(({ id }) => has.has(id)).length} of ${all}` : all}
              rows={standing.map((page) => {
                const open = has ? undefined : openOf(page.id);
                const label = page.title || 'Without a name';
                const isPlace =
                  page.category === null &&
                  answersOf(model.pageTypeByKey(page.type)?.definition.source ?? { kind: 'blocks' }).isPlace;
                const hidden = isPlace && page.parent !== null && page.inNavigation === false;
                return {
                  key: page.id,
                  label,
                  icon: <TypeIcon name={model.pageTypeByKey(page.type)?.definition.icon ?? 'page'} />,
                  depth: deep.get(page.id) ?? 0,
                  ...(ticked === undefined
                    ? { href: `/bench/arrange/${page.id}`, here: page.id === here }
                    : page.category === null
                      ? { ticked: ticked.has(page.id), onClick: () => tick(page) }
                      : {}),
                  ...(hidden ? { mark: { icon: <EyeOff size={13} />, words: 'Not in the navigation' } } : {}),
                  ...(page.state === 'published' ? {} : { end: page.state, endIs: 'words' as const }),
                  ...(has && !has.has(page.id) ? { item: { 'data-way': 'yes' } } : {}),
                  ...(open === undefined
                    ? {}
                    : { fold: { open, label: `What stands below ${label}`, onToggle: () => turn(page.id) } }),
                };
              })}
            >
              {data !== undefined && all === 0 && (
                <OutlineRow
                  label="Make its top page"
                  icon={<Plus size={15} aria-hidden="true" />}
                  href={`/bench/arrange?site=${site.id}`}
                />
              )}
            </LongGroup>
          );
        })}
        {carried &&
          // Over everything: the outline is painted by itself.
          createPortal(
            <DragOverlay dropAnimation={null}>
              <span className={styles.carried}>
                {carried.title || 'Without a name'}
                {over?.why !== undefined && <small>{over.why}</small>}
              </span>
            </DragOverlay>,
            document.body,
          )}
      </DndContext>
      <OutlineGroup title="Sites" count={data?.sites.length}>
        <OutlineRow label="Shared blocks" href="/bench/arrange/shared" />
        <OutlineRow label="Starters" href="/bench/arrange/starters" />
        <OutlineRow label="All sites" href="/bench/arrange/sites" />
        <OutlineRow label="At a moment…" href="/bench/arrange/moment" />
      </OutlineGroup>
    </TreeMovingHere>
  );
});

'use client';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import { createContext, useContext, type KeyboardEvent, type ReactElement } from 'react';
import type { Id } from '../../../../../core/ids';
import type { LetGo } from '../../../../../core/site/tree-places';
import { OutlineRow, type OutlineRowProps } from '../../../../../ui/shell/outline';
import styles from './tree.module.css';

/** What rows know while pages are moved: which one is dragged, where it would be let go, under which it may stand. */
export interface TreeMoving {
  mayMove: boolean;
  dragged: Id | undefined;
  over: { at: Id; how: LetGo; why: string | undefined } | undefined;
  mayHold: (page: Id) => boolean;
  /** Moves a page by a key; answers whether the key is one that moves. */
  onKey: (page: Id, event: KeyboardEvent) => void;
}

export const TreeMovingHere = createContext<TreeMoving | undefined>(undefined);

/** One page in the tree: dragged to another place, or moved by Alt with the arrows. */
export function TreeRow({ id, item, ...row }: OutlineRowProps & { id: Id }): ReactElement {
  const moving = useContext(TreeMovingHere);
  const { setNodeRef: dragRef, listeners } = useDraggable({ id, disabled: !moving?.mayMove });
  const { setNodeRef: dropRef } = useDroppable({ id });
  const over = moving?.over?.at === id ? moving.over : undefined;
  return (
    <OutlineRow
      {...row}
      item={{
        ...item,
        ref: (element) => {
          dragRef(element);
          dropRef(element);
        },
        className: styles.spot,
        'data-let-go': over ? (over.why === undefined ? over.how : 'refused') : undefined,
        'data-may':
          moving?.dragged === undefined || moving.dragged === id
            ? undefined
            : moving.mayHold(id)
              ? 'yes'
              : 'no',
        ...(moving?.mayMove ? { ...listeners, onKeyDown: (event) => moving.onKey(id, event) } : {}),
      }}
    />
  );
}

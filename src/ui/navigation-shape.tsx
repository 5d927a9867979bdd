'use client';
import type { ReactElement } from 'react';
import {
  navigationBounds,
  navigationOrders,
  type NavigationOrder,
  type NavigationShape,
} from '../core/site/navigation';
import { Chosen } from './chosen';

const orderWords: Record<NavigationOrder, string> = {
  tree: 'Of the tree',
  title: 'Of their titles',
  date: 'Latest first',
};

const depths = Array.from(
  { length: navigationBounds.depth },
  (_, i) => [String(i + 1), i === 0 ? 'One step' : `${i + 1} steps`] as const,
);

/** How deep a navigation goes, and in which order its pages stand. */
export function NavigationShapeBoxes({
  id,
  shape: { depth, order },
  disabled,
  onChange,
}: {
  id: string;
  shape: NavigationShape;
  disabled: boolean;
  onChange: (shape: NavigationShape) => void;
}): ReactElement {
  return (
    <>
      <Chosen
        id={`${id}-depth`}
        label="Goes down"
        disabled={disabled}
        value={String(depth)}
        options={depths}
        onChange={(next) => onChange({ depth: Number(next), order })}
      />
      <Chosen
        id={`${id}-order`}
        label="In the order"
        disabled={disabled}
        value={order}
        options={navigationOrders.map((each) => [each, orderWords[each]] as const)}
        onChange={(next) => onChange({ depth, order: next })}
      />
    </>
  );
}

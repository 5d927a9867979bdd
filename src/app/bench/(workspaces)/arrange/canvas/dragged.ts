import type { Id } from '../../../../../core/ids';
import { isJsonObject, type JsonObject } from '../../../../../core/json';

/** What is dragged: new blocks or a starter from the shelf, or blocks that stand on the page (`moving`, by their ids). */
export interface Dragged {
  put: readonly JsonObject[];
  moving: readonly Id[];
  /** The starter whose copies take the place of what is put in, where it is one. */
  starter?: Id;
}

/** Reads it back from what a drag carries. */
export const draggedIn = (data: Record<string, unknown> | undefined): Dragged | undefined =>
  data && Array.isArray(data.put) && Array.isArray(data.moving)
    ? {
        put: data.put.filter((each): each is JsonObject => isJsonObject(each)),
        moving: data.moving.filter((each): each is string => typeof each === 'string'),
        ...(typeof data.starter === 'string' ? { starter: data.starter } : {}),
      }
    : undefined;

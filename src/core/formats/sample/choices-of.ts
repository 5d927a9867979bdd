import { newId } from '../../ids';
import type { Choice } from '../../model/kinds';
import { keyFrom } from '../../model/naming';

/** Choices called so, the key of each free among the others and those that are `taken`. */
export function choicesOf(labels: readonly string[], taken: string[] = []): Choice[] {
  return labels.map((label) => {
    const key = keyFrom(label, taken);
    taken.push(key);
    return { id: newId(), key, label: label.slice(0, 80) };
  });
}

import { newId } from '../../ids';
import { keyFrom } from '../../model/naming';

/** Keys for the choices of a proposed field, each free among the others. */
export function choicesOf(labels: readonly string[]): { id: string; key: string; label: string }[] {
  const taken: string[] = [];
  return labels.map((label) => {
    const key = keyFrom(label, taken);
    taken.push(key);
    return { id: newId(), key, label: label.slice(0, 80) };
  });
}

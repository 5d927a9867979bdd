import { useState } from 'react';

const isSame = (a: object, b: object): boolean => {
  const [left, right] = [Object.entries(a), new Map(Object.entries(b))];
  return (
    left.length === right.size && left.every(([key, value]) => right.has(key) && right.get(key) === value)
  );
};

/** An object, or the one before as long as both hold the same things: so what depends on it stays as it is. */
export function useSameWhile<T extends object>(value: T): T {
  const [kept, setKept] = useState(value);
  if (kept === value || isSame(kept, value)) return kept;
  setKept(value);
  return value;
}

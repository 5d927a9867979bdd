import { operations, type Operation } from '../../../contract/operations';
import type { OperationName } from '../../../contract/routes';

interface Route {
  name: OperationName;
  operation: Operation;
  pattern: RegExp;
  names: string[];
}

const routes: Route[] = (Object.entries(operations) as [OperationName, Operation][])
  .map(([name, operation]) => ({
    name,
    operation,
    pattern: new RegExp(`^${operation.path.replace(/\{\w+\}/g, '([^/]+)')}$`),
    names: [...operation.path.matchAll(/\{(\w+)\}/g)].map(([, piece = '']) => piece),
  }))
  // A path spelt out goes before one with a piece to be filled.
  .sort((a, b) => a.names.length - b.names.length);

export interface Matched {
  name: OperationName;
  operation: Operation;
  pieces: ReadonlyMap<string, string>;
}

/** The operation that a method and a path below `/api/v1` ask for, or which methods the path knows. */
export function matchOperation(method: string, path: string): Matched | { allow: string[] } {
  const fitting = routes.filter(({ pattern }) => pattern.test(path));
  const route = fitting.find(({ operation }) => operation.method === method);
  if (!route) return { allow: [...new Set(fitting.map(({ operation }) => operation.method))] };
  const found = route.pattern.exec(path) ?? [];
  return {
    name: route.name,
    operation: route.operation,
    pieces: new Map(route.names.map((name, i) => [name, found[i + 1] ?? ''])),
  };
}

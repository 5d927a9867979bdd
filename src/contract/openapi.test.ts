import { operations, type Operation } from './operations';
import { openApi } from './openapi';
import { parseInput } from './parse-input';
import { isJsonObject, type JsonObject } from '../core/json';

const document = openApi(undefined) as unknown as {
  tags: { name: string }[];
  paths: Record<string, Record<string, JsonObject & { parameters?: JsonObject[]; tags: string[] }>>;
};
const all = (Object.values(operations) as Operation[]).map((operation) => [operation.id, operation] as const);
const toldOf = ({ path, method }: Operation) => {
  const told = document.paths[path]?.[method.toLowerCase()];
  if (!told) throw new Error(`${method} ${path} is not told`);
  return told;
};
const exampleIn = (content: unknown): unknown =>
  isJsonObject(content)
    ? Object.values(content).map((each) => (isJsonObject(each) ? each.example : undefined))[0]
    : undefined;

test.each(all)(
  '%s is told with its family, each of its parameters, and all that it may answer',
  (_id, operation) => {
    const told = toldOf(operation);
    expect(document.tags.map(({ name }) => name)).toContain(told.tags[0]);
    expect((told.parameters ?? []).filter(({ description }) => !description)).toEqual([]);
    const statuses = Object.keys(told.responses as JsonObject);
    expect(statuses).toEqual(expect.arrayContaining([String(operation.status ?? 200), '400', '500']));
    expect(statuses.includes('304')).toBe(operation.method === 'GET');
    expect(statuses.includes('412')).toBe(operation.guarded === true);
  },
);

const taking = all.filter(([, { body }]) => body !== undefined);
test.each(taking)('%s: the example of what it takes is taken', (_id, operation) => {
  const { content } = toldOf(operation).requestBody as JsonObject;
  const example = exampleIn(content);
  expect(isJsonObject(example)).toBe(true);
  if (!operation.body) throw new Error('no body');
  expect(parseInput(operation.body, example).faults).toEqual([]);
});

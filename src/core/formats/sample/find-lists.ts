import { Tokenizer, TokenType } from '@streamparser/json';

/** A list in a JSON file whose items can be the rows of a type. */
export interface FoundList {
  /** The members that lead to it from the top; none where the whole file is the list. */
  path: string[];
  /** A list of objects; or an object whose members are alike, each under a code. */
  sort: 'list' | 'keyed';
  rows: number;
  /** The first members of its rows. */
  members: string[];
  /** Of a list that holds different things: the member that tells them apart, and the things that are meant. */
  only?: { member: string; value: string };
}

/** How deep lists are looked for, and how many are told. */
const DEEPEST = 8;
const MOST = 40;
/** How many members of a row are told. */
const MEMBERS = 6;
/** An object is a list under codes where its members, this many at least, are objects that share this much. */
const LEAST_KEYED = 3;
const ALIKE = 0.6;

/** An object or a list that is being read. */
interface Open {
  isList: boolean;
  key: string | undefined;
  path: string[];
  /** Objects right inside, and what else. */
  objects: number;
  others: number;
  /** The members of the objects right inside: how many have each. */
  members: Map<string, number>;
  /** What was told so far when it began. */
  mark: number;
}

const shareOf = ({ objects, members }: Open): number => {
  const had = [...members.values()].reduce((sum, n) => sum + n, 0);
  return members.size === 0 ? 0 : had / (objects * members.size);
};

/**
 * Finds the lists of objects in a JSON text (RFC 8259), however far down, that stand in no other list; and the objects that
 * are lists under codes, their members being objects of one make. Nothing but names and counts is kept, however large the
 * text is. Broken JSON is told by what reads the rows; what stands before the break is found.
 */
export async function findLists(chunks: AsyncIterable<string>): Promise<FoundList[]> {
  const found: FoundList[] = [];
  const stack: Open[] = [];
  let key: string | undefined;
  let isKey = false;
  const begin = (isList: boolean) => {
    const around = stack.at(-1);
    if (around && !isList) around.objects += 1;
    else if (around) around.others += 1;
    const path = around && !around.isList && key !== undefined ? [...around.path, key] : (around?.path ?? []);
    stack.push({
      isList,
      key,
      path,
      objects: 0,
      others: 0,
      members: new Map(),
      mark: found.length,
    });
    key = undefined;
    isKey = !isList;
  };
  const end = () => {
    const done = stack.pop();
    isKey = false;
    if (!done) return;
    const { isList, path, objects, others, members, mark } = done;
    const inList = stack.some((open) => open.isList);
    if (inList || path.length > DEEPEST || objects === 0) return;
    const isKeyed = !isList && others === 0 && objects >= LEAST_KEYED && shareOf(done) >= ALIKE;
    if (!isList && !isKeyed) return;
    // What stands inside a list under codes is part of its rows.
    if (isKeyed) found.splice(mark);
    if (found.length < MOST)
      found.push({
        path,
        sort: isList ? 'list' : 'keyed',
        rows: objects,
        members: [...members.keys()].slice(0, MEMBERS),
      });
  };
  const tokens = new Tokenizer();
  tokens.onToken = ({ token, value }) => {
    const open = stack.at(-1);
    switch (token) {
      case TokenType.LEFT_BRACE:
        return begin(false);
      case TokenType.LEFT_BRACKET:
        return begin(true);
      case TokenType.RIGHT_BRACE:
      case TokenType.RIGHT_BRACKET:
        return end();
      case TokenType.COMMA:
        isKey = open !== undefined && !open.isList;
        return undefined;
      case TokenType.COLON:
        isKey = false;
        return undefined;
      default:
        if (isKey && typeof value === 'string') {
          key = value;
          const around = stack.at(-2);
          around?.members.set(value, (around.members.get(value) ?? 0) + 1);
        } else if (open) open.others += 1;
        return undefined;
    }
  };
  try {
    for await (const chunk of chunks) if (!tokens.isEnded) tokens.write(chunk);
  } catch {
    return found;
  }
  return found;
}

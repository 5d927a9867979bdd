import { AsyncLocalStorage } from 'node:async_hooks';
import type { Id } from '../../core/ids';
import { Database, type WriteTransaction } from '../../store/database';
import type { Sql } from '../../store/sql';
import type { RunSettings } from './settings';
import type { Columns, RowOf, Table } from '../../store/tables/table';

/** What one request has done so far, and what it has looked up. */
export interface RequestContext {
  /** The acts it kept, in order. */
  acts: { id: Id; what: string }[];
  /** What it changed of what visitors see, by the ids of pages and of what they show. */
  renewed: Set<Id>;
  /** The act that all it does is part of, where it is one. */
  act?: { id: Id; what: string };
  /** The moment (ms) at which everything is looked at, from the first look on. */
  moment?: number | undefined;
  /** Every question that was asked of the content, with its answer. */
  answers: Map<string, Promise<unknown>>;
  cost: Cost;
}

/** What a request cost the content. */
interface Cost {
  /** How many statements it was asked, and how many rows they brought. */
  statements: number;
  rows: number;
  /** For how long (ms) at least one question outside a write was under way. */
  asking: number;
  /** How many are now, and since when (ms) there is one. */
  underWay: number;
  since: number;
}

const KEY = Symbol.for('clear-frame.requests');
type Global = typeof globalThis & { [KEY]?: AsyncLocalStorage<RequestContext> };
/**
 * The context of whatever is under way. Pages, routes and the server each get their own instances of this module, while
 * the content they ask is one: so it is kept where they all find it.
 */
const contexts = ((globalThis as Global)[KEY] ??= new AsyncLocalStorage<RequestContext>());

const emptyContext = (): RequestContext => ({
  acts: [],
  renewed: new Set(),
  answers: new Map(),
  cost: { statements: 0, rows: 0, asking: 0, underWay: 0, since: 0 },
});

/** Answers a request in a context of its own, and tells what it did. */
export const inRequest = async <T>(work: (context: RequestContext) => Promise<T>): Promise<T> => {
  const context: RequestContext = emptyContext();
  return contexts.run(context, () => work(context));
};

/** Notes that the request under way kept an act. Outside a request (the sample, a measurement) nobody asks. */
export const noteAct = (id: Id, what: string): void => {
  contexts.getStore()?.acts.push({ id, what });
};

/** Notes that the request under way changed what visitors see of something. */
export const noteRenewed = (ids: Iterable<Id>): void => {
  const renewed = contexts.getStore()?.renewed;
  if (renewed) for (const id of ids) renewed.add(id);
};

/** Does work of many writes as one act, of an id and told in some words. */
export const inOneAct = async <T>(id: Id, what: string, work: () => Promise<T>): Promise<T> => {
  const around = contexts.getStore();
  const own: RequestContext = emptyContext();
  const done = await contexts.run({ ...(around ?? own), act: { id, what }, acts: [] }, work);
  noteAct(id, what);
  return done;
};

/** The act that whatever is under way is part of, where it is one. */
export const actUnderWay = (): RequestContext['act'] => contexts.getStore()?.act;

/** A clock that stands still while a request looks, so that all it sees is of one moment, and asked for once. */
export const stillIn =
  (clock: () => number): (() => number) =>
  () => {
    const context = contexts.getStore();
    if (!context) return clock();
    context.moment ??= clock();
    return context.moment;
  };

/**
 * What a request cost the content, as a header that tells it (w3.org/TR/server-timing), where the installation is run
 * to be measured.
 */
export const costHeader = (
  { cost: { statements, rows, asking } }: RequestContext,
  { measured }: Pick<RunSettings, 'measured'>,
): Record<string, string> =>
  measured
    ? { 'Server-Timing': `statements;dur=${statements}, rows;dur=${rows}, asking;dur=${asking.toFixed(2)}` }
    : {};

function forget(): void {
  const context = contexts.getStore();
  if (!context) return;
  context.answers.clear();
  context.moment = undefined;
}

/**
 * The content as requests read it: what a request asked once it is not asked again, until it has written something.
 * Inside a write everything is asked, since there each step changes what the next one finds.
 */
export class RequestDatabase extends Database {
  /** Sets what is asked of it apart from the same questions to another content. */
  protected readonly apart: string = '';

  protected override noteRows(rows: number): void {
    const cost = contexts.getStore()?.cost;
    if (!cost) return;
    cost.statements += 1;
    cost.rows += rows;
  }

  protected override async ask<Row extends object>(question: Sql): Promise<Row[]> {
    const cost = contexts.getStore()?.cost;
    if (!cost) return super.ask(question);
    if (cost.underWay === 0) cost.since = performance.now();
    cost.underWay += 1;
    try {
      return await super.ask(question);
    } finally {
      cost.underWay -= 1;
      if (cost.underWay === 0) cost.asking += performance.now() - cost.since;
    }
  }

  override async all<Row extends object>(question: Sql): Promise<Row[]> {
    const { text, bind } = question.statement();
    const rows = await this.once(`${text} ${JSON.stringify(bind)}`, () => super.all<Row>(question));
    // Each asker has rows of its own, to do with as it likes.
    return rows.map((row) => ({ ...row }));
  }

  override async find<C extends Columns>(
    table: Table<C>,
    where: Partial<RowOf<C>>,
  ): Promise<RowOf<C> | undefined> {
    const row = await this.once(`${table.name} ${JSON.stringify(where)}`, () => super.find(table, where));
    return row && { ...row };
  }

  override async write<T>(work: (tx: WriteTransaction) => Promise<T>, kept?: (done: T) => void): Promise<T> {
    const done = await super.write((tx) => {
      // It may have waited for others, who changed what was seen.
      forget();
      return work(tx);
    }, kept);
    forget();
    return done;
  }

  private once<T>(question: string, ask: () => Promise<T>): Promise<T> {
    const answers = contexts.getStore()?.answers;
    const key = `${this.apart}${question}`;
    // What stands under a question was put there by the one place that asks it.
    const known = answers?.get(key) as Promise<T> | undefined;
    if (known) return known;
    const asked = ask();
    answers?.set(key, asked);
    return asked;
  }
}

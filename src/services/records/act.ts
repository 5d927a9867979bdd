import type { KeptApart } from '../../contract/kept-apart';
import type { Category } from '../../core/content/categories';
import { newId, type Id } from '../../core/ids';
import type { Limits } from '../../core/limits';
import { sameJson, type Json, type JsonObject } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import { sharedSlot } from '../../core/model/shared-type';
import {
  actByUuid,
  changesOf,
  goOn,
  growAct,
  lastActOn,
  putAct,
  putChanges,
  type ActChange,
} from '../../store/acts';
import { audienceOf } from '../../store/audiences';
import { redirect, type RedirectRow } from '../../store/redirects';
import { type ActSort } from '../../store/tables/act-changes';
import { categoriesAfter, reindexClosure } from '../../store/categories';
import { countingBranches } from '../../store/category-counts';
import { wordsOfCategory } from '../../store/category-words';
import type { WriteTransaction } from '../../store/database';
import { placesOfMany } from '../../store/pages';
import { sites, type SiteRow } from '../../store/sites';
import {
  forgetRevision,
  liveOfMany,
  recordsByIds,
  revisionsHolding,
  type KeptRecord,
  type LiveVersion,
} from '../../store/records';
import { pageBody } from './bodies';
import { recordsReferringTo } from '../../store/refs';
import { starterByUuid } from '../../store/starters';
import { waitingPlacesOf } from '../../store/waiting-places';
import { indexTableIn, type Installation } from '../runtime/installation';
import { actUnderWay, noteAct } from '../runtime/request-context';
import { recountFaults, reindexRecords } from './reindex';
import type { Before } from './words';
import { expectWithin } from './within-limits';
import type { ActPlace, ActRecord, ActVersion } from './act-state';

/** How long (ms) one person's savings of one record, one after the other, are one act. */
const ONE_SITTING = 5 * 60_000;
export const SAVED = 'saved';
/**
 * Why a version is kept by itself: so that both of two people's words stay in the history, or what was put
 * back is told.
 */
const whyApart: Record<KeptApart, string> = {
  collided: 'saved, before what collided was decided',
  restored: 'put back from an earlier version',
};

/** Why a saving is kept, and what it is called as an act on a thing ("an entry"). */
export const savingOf = (apart: KeptApart | undefined, thing: string): { why: string; what: string } =>
  apart === undefined
    ? { why: SAVED, what: `changed ${thing}` }
    : {
        why: whyApart[apart],
        what: apart === 'collided' ? `saved what collided in ${thing}` : `put ${thing} back as it was`,
      };

/** A record as it is before or after, its versions still with their bodies. */
interface Snapshot {
  record: KeptRecord;
  versions: LiveVersion[];
  place: ActPlace | null;
}

interface Touched {
  uuid: Id;
  /** Undefined where the act makes it. */
  before: Snapshot | undefined;
}

export interface Doer {
  id: number;
  /** What they may change; whatever their role lets them where it is absent. */
  limits?: Limits | undefined;
}

/**
 * One thing that somebody does, whole: everything it changes is noted as it was before and as it is after, and what is
 * derived from it is made anew when it is kept. All writing of records, categories, sites and the model goes
 * through it.
 */
export class Act {
  private readonly records = new Map<number, Touched>();
  /** The integer keys of records whose audience changes. */
  private readonly audiences = new Map<Id, number>();
  private readonly things = new Map<string, { sort: ActSort; id: Id; before: Json }>();
  private view: Installation;
  /** The one moment (ms since 1970) at which all of it happens. */
  readonly now: number;

  constructor(
    readonly tx: WriteTransaction,
    private readonly installation: Installation,
    readonly person: Doer | null,
  ) {
    this.view = installation;
    this.now = installation.now();
  }

  get by(): number | null {
    return this.person?.id ?? null;
  }

  /** The revision of the model under which bodies are written. */
  get model(): number {
    return this.view.model.revision;
  }

  /** The installation as it is inside this act: with the model and the categories that it has made so far. */
  get inside(): Installation {
    return this.view;
  }

  /** Notes how records are before they change. Whatever is about to change one calls it first. */
  async touch(ids: readonly number[]): Promise<void> {
    const fresh = ids.filter((id) => !this.records.has(id));
    for (const [id, before] of await snapshots(this.tx, fresh))
      this.records.set(id, { uuid: before.record.uuid, before });
  }

  /** Notes that records were made by this act. */
  made(records: readonly { id: number; uuid: Id }[]): void {
    for (const { id, uuid } of records) this.records.set(id, { uuid, before: undefined });
  }

  /** Notes how a category is before it changes. */
  touchCategory(id: Id): void {
    this.touchThing('category', id, asJson(this.view.categories.get(id)));
  }

  async touchSite(id: Id): Promise<void> {
    this.touchThing('site', id, await siteState(this.tx, id));
  }

  /** An address by hand, as it was before; nothing where it is new. */
  touchRedirect(id: Id, was: RedirectRow | undefined): void {
    this.touchThing('address', id, was ? { ...was } : null);
  }

  /** For whom a record is. */
  async touchAudience(record: number, id: Id): Promise<void> {
    // Before anything is closed, all that is read is asked for whom it is.
    this.installation.audiences.any = true;
    this.audiences.set(id, record);
    this.touchThing('audience', id, await audienceState(this.tx, record));
  }

  async touchStarter(id: Id): Promise<void> {
    this.touchThing('starter', id, await starterState(this.tx, id));
  }

  /** Says that the model is another from here on. */
  enforce(model: CompiledModel): void {
    this.touchThing('model', MODEL, { number: this.installation.model.revision });
    this.view = { ...this.view, model };
  }

  /** Everyone sees the categories as this act left them. */
  see(): void {
    this.installation.categories = this.view.categories;
  }

  private touchThing(sort: ActSort, id: Id, before: Json): void {
    const key = `${sort} ${id}`;
    if (!this.things.has(key)) this.things.set(key, { sort, id, before });
  }

  /**
   * Keeps the act: derives anew what follows from it, and writes down what it was. `what` says it as a
   * sentence without its subject ("published an entry"), `undoes` names the act that it takes back, `partOf` the
   * act that this goes on with, so that long work in many writes is one act (what was changed by an earlier part
   * must not be changed again). Answers the act's id; nothing where nothing changed.
   */
  async keep(
    does: string,
    {
      why = null,
      undoes = null,
      ...given
    }: { why?: string | null; undoes?: number | null; partOf?: Id } = {},
  ): Promise<Id | undefined> {
    const around = actUnderWay();
    const { what, partOf } = around ? { what: around.what, partOf: around.id } : { what: does, ...given };
    await this.expectAllowed();
    const affected = await this.freshCategories();
    const ids = [...this.records.keys()];
    await reindexRecords(this.tx, this.view, await recordsByIds(this.tx, ids), this.befores());
    await this.recount(affected);
    const changes = [...(await this.recordChanges()), ...(await this.thingChanges())];
    const at = this.now;
    const begun = partOf === undefined ? undefined : await actByUuid(this.tx, partOf);
    if (begun) {
      await growAct(this.tx, begun.id, at, what, changes);
      noteAct(begun.uuid, what);
      return begun.uuid;
    }
    if (changes.length === 0 && partOf === undefined) return undefined;
    const going = undoes === null ? await this.goesOn(what, changes) : undefined;
    if (going) return going;
    const uuid = partOf ?? newId();
    const act = await putAct(this.tx, { uuid, at, person: this.by, what, why, undoes });
    await putChanges(this.tx, act, changes);
    noteAct(uuid, what);
    return uuid;
  }

  /** How the records were that this act found; none where the model is another now, by which all is read anew. */
  private befores(): Before {
    if (this.view.model !== this.installation.model) return new Map();
    return new Map([...this.records].flatMap(([id, { before }]) => (before ? [[id, before] as const] : [])));
  }

  /** Refuses the act where somebody is limited and it changes what they may not. */
  private async expectAllowed(): Promise<void> {
    const limits = this.person?.limits;
    if (!limits) return;
    const now = await recordsByIds(this.tx, [...this.records.keys()]);
    await expectWithin(
      this.tx,
      this.view,
      limits,
      now.map((after) => {
        const before = this.records.get(after.id)?.before;
        return { before: before?.record, above: before?.place?.parent ?? null, after };
      }),
    );
  }

  /** The categories as this act leaves them; answers those that it changed, with all below them. */
  private async freshCategories(): Promise<Id[]> {
    const changed = [...this.things.values()].filter(({ sort }) => sort === 'category');
    if (changed.length === 0) return [];
    const before = this.view.categories;
    const changedIds = changed.map(({ id }) => id);
    const categories = await categoriesAfter(this.tx, before, changedIds);
    const { keyMap, model } = this.view;
    // A name alone moves nothing.
    const moved = changedIds.filter((id) => {
      const [was, is] = [before.get(id), categories.get(id)];
      return was?.parent !== is?.parent || was?.key !== is?.key;
    });
    const branches = new Set(
      moved.flatMap((id) => [
        id,
        ...[before, categories].flatMap((each) =>
          each.get(id) ? each.branch(id).map((below) => below.id) : [],
        ),
      ]),
    );
    const keys = [...branches].map((id) => keyMap.find(id));
    await countingBranches(
      this.tx,
      model.contentTypes.map((type) => indexTableIn(this.view, type)),
      keys,
      () => reindexClosure(this.tx, keys),
    );
    this.view = { ...this.view, categories };
    const words = await Promise.all(
      changedIds.map((id) => wordsOfCategory(this.tx, this.view.keyMap.find(id))),
    );
    await this.touch(words.flat().map(({ record }) => record));
    return [...branches];
  }

  /** Counts the faults of what refers to things that came, went or moved. */
  private async recount(categories: readonly Id[]): Promise<void> {
    const now = new Map(await snapshots(this.tx, [...this.records.keys()]));
    const moved = [...this.records].flatMap(([id, { uuid, before }]) => {
      const after = now.get(id);
      const was = before ? before.record.binnedAt !== null : undefined;
      const isSame = was === (after?.record.binnedAt !== null) && fitsTheSame(before, after);
      return isSame ? [] : [uuid];
    });
    const targets = [...categories, ...moved];
    if (targets.length === 0) return;
    await recountFaults(this.tx, this.view, await recordsReferringTo(this.tx, targets));
  }

  private async recordChanges(): Promise<ActChange[]> {
    const after = new Map(await snapshots(this.tx, [...this.records.keys()]));
    const moved = [...this.records].flatMap(([id, { before }]) => {
      const now = after.get(id);
      return before && now && !sameVersions(before.versions, now.versions)
        ? [...before.versions, ...now.versions]
        : [];
    });
    const numbers = await revisionsHolding(this.tx, moved);
    const holding = new Map(moved.map((version, i) => [version, numbers[i]]));
    const changes: ActChange[] = [];
    for (const [id, { uuid, before }] of this.records) {
      const now = after.get(id);
      if (!now) continue;
      const { sort } = now.record;
      if (!before) {
        const made: ActRecord = { revision: now.record.revision };
        changes.push({ sort, target: uuid, before: null, after: JSON.stringify(made) });
        continue;
      }
      const [was, is] = differing(before, now, holding);
      if (Object.keys(is).length > 0)
        changes.push({ sort, target: uuid, before: JSON.stringify(was), after: JSON.stringify(is) });
    }
    return changes;
  }

  private async thingChanges(): Promise<ActChange[]> {
    const changes: ActChange[] = [];
    for (const { sort, id, before } of this.things.values()) {
      const after = await this.thingNow(sort, id);
      if (sameJson(before, after)) continue;
      changes.push({ sort, target: id, before: asText(before), after: asText(after) });
    }
    return changes;
  }

  /** A thing that is no record, as this act leaves it. */
  private async thingNow(sort: ActSort, id: Id): Promise<Json> {
    if (sort === 'category') return asJson(this.view.categories.get(id));
    if (sort === 'site') return siteState(this.tx, id);
    if (sort === 'starter') return starterState(this.tx, id);
    if (sort === 'address') return await redirectState(this.tx, id);
    if (sort === 'audience') return audienceState(this.tx, this.audiences.get(id) ?? 0);
    return { number: this.view.model.revision };
  }

  /**
   * Whether a saving goes on with the one before it: the same person, the same record, a moment ago. Then
   * that act is kept on.
   */
  private async goesOn(what: string, changes: readonly ActChange[]): Promise<Id | undefined> {
    const [change] = changes;
    const [touched] = this.records;
    if (this.saves !== 1 || changes.length !== 1 || !change?.before || !touched) return undefined;
    const last = await lastActOn(this.tx, change.target);
    if (
      !last ||
      last.what !== what ||
      last.person !== this.by ||
      last.undoneBy ||
      last.at <= this.now - ONE_SITTING
    )
      return undefined;
    const kept = (await changesOf(this.tx, last.id)).find(({ target }) => target === change.target);
    if (!kept?.before || !kept.after) return undefined;
    const [was, is] = [parsed(change.before), parsed(change.after)];
    if (parsed(kept.after).revision !== was.revision || was.revision === undefined) return undefined;
    await forgetRevision(this.tx, touched[0], Number(was.revision));
    await goOn(this.tx, last.id, this.now, {
      ...change,
      before: JSON.stringify({ ...was, ...parsed(kept.before) }),
      after: JSON.stringify({ ...parsed(kept.after), ...is }),
    });
    noteAct(last.uuid, what);
    return last.uuid;
  }

  /** How many working versions this act saved as a person types. */
  saves = 0;
}

/** The one model, as a thing that acts change. */
export const MODEL: Id = 'model';

const parsed = (text: string | null): JsonObject => JSON.parse(text ?? '{}') as JsonObject;
const asText = (value: Json): string | null => (value === null ? null : JSON.stringify(value));
const asJson = (category: Category | undefined): Json => (category ? { ...category } : null);

async function siteState(tx: WriteTransaction, id: Id): Promise<Json> {
  const site: SiteRow | undefined = (await sites(tx)).find(({ uuid }) => uuid === id);
  return site ? { ...site } : null;
}

async function audienceState(tx: WriteTransaction, record: number): Promise<Json> {
  const seenBy = await audienceOf(tx, record);
  return seenBy ? { ...seenBy } : null;
}

async function redirectState(tx: WriteTransaction, id: Id): Promise<Json> {
  const row = await redirect(tx, id);
  return row ? { ...row } : null;
}

async function starterState(tx: WriteTransaction, id: Id): Promise<Json> {
  const row = await starterByUuid(tx, id);
  return row ? { ...row } : null;
}

/**
 * Whether what holds a shared block has the same to say against it: that nobody ever saw it, that it may not
 * stand there.
 */
function fitsTheSame(before: Snapshot | undefined, after: Snapshot | undefined): boolean {
  if (!before || after?.record.sort !== 'shared') return true;
  const told = ({ record, versions }: Snapshot) => [
    versions.length > 0,
    (pageBody(record.body).slots?.[sharedSlot.id] ?? []).map(({ type }) => type),
  ];
  return JSON.stringify(told(before)) === JSON.stringify(told(after));
}

async function snapshots(tx: WriteTransaction, ids: readonly number[]): Promise<[number, Snapshot][]> {
  if (ids.length === 0) return [];
  const [records, live, places, waits] = [
    await recordsByIds(tx, ids),
    await liveOfMany(tx, ids),
    await placesOfMany(tx, ids),
    await waitingPlacesOf(tx, ids),
  ];
  return records.map((record) => {
    const [stands, waiting] = [places.get(record.id), waits.get(record.id)];
    const place = stands ? { ...stands, ...(waiting ? { waiting } : {}) } : null;
    return [record.id, { record, versions: live.get(record.id) ?? [], place }];
  });
}

const sameVersions = (a: readonly LiveVersion[], b: readonly LiveVersion[]): boolean =>
  a.length === b.length &&
  a.every((one, i) => {
    const other = b[i];
    return one.id === other?.id && one.ends === other.ends && one.body === other.body;
  });

/** Versions as an act keeps them: told by the revision that holds what they say, or where none does by that itself. */
const versionsKept = (
  versions: readonly LiveVersion[],
  holding: ReadonlyMap<LiveVersion, number | undefined>,
): ActVersion[] =>
  versions.map((version) => {
    const { id, starts, ends, body, model, publishedAt, publishedBy } = version;
    const revision = holding.get(version);
    const said = revision === undefined ? { body } : { revision };
    return { id, starts, ends, model, at: publishedAt, by: publishedBy, ...said };
  });

/** What differs in a record, before and after. */
function differing(
  before: Snapshot,
  after: Snapshot,
  holding: ReadonlyMap<LiveVersion, number | undefined>,
): [was: ActRecord, is: ActRecord] {
  const [was, is]: [ActRecord, ActRecord] = [{}, {}];
  const [a, b] = [before.record, after.record];
  if (a.revision !== b.revision) [was.revision, is.revision] = [a.revision, b.revision];
  if (a.stage !== b.stage) [was.stage, is.stage] = [a.stage, b.stage];
  if (a.title !== b.title) [was.title, is.title] = [a.title, b.title];
  if ((a.binnedAt === null) !== (b.binnedAt === null)) [was.binnedAt, is.binnedAt] = [a.binnedAt, b.binnedAt];
  if (!sameVersions(before.versions, after.versions))
    [was.live, is.live] = [versionsKept(before.versions, holding), versionsKept(after.versions, holding)];
  if (!sameJson(asPlace(before), asPlace(after))) [was.place, is.place] = [before.place, after.place];
  return [was, is];
}

function asPlace({ place }: Snapshot): Json {
  if (!place) return null;
  const { waiting = [], ...stands } = place;
  return { ...stands, waiting: waiting.map((each) => ({ ...each })) };
}

/** Does one act as one transaction, after the writes that were asked for before it. */
export async function inAct<T>(
  installation: Installation,
  person: Doer | null,
  work: (act: Act) => Promise<T>,
): Promise<T> {
  let act: Act | undefined;
  return installation.content.write(
    (tx) => work((act = new Act(tx, installation, person))),
    () => act?.see(),
  );
}

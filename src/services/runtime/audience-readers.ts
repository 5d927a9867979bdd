import { possibleSources } from '../../core/mapping/rule/sources';
import { LRUCache } from 'lru-cache';
import { audienceKey, maySee, type Audience } from '../../core/site/audience';
import { seenByViews } from '../../store/audiences';
import type { Database, WriteTransaction } from '../../store/database';
import { indexTableOf } from '../../store/index-tables/shape';
import type { Installation } from './installation';
import { RequestDatabase } from './request-context';

/** How many audiences are read for at once without opening the file anew. */
const MOST = 8;

/** The content as an audience sees it: it is read so by itself, and written through the installation's own. */
class SeenContent extends RequestDatabase {
  protected override readonly apart: string;

  constructor(
    private readonly whole: Database,
    views: string,
    key: string,
  ) {
    super(whole.file, views, { readers: 2, cacheKilobytes: 8192 });
    this.apart = `${key} `;
  }

  override write<T>(work: (tx: WriteTransaction) => Promise<T>, kept?: (done: T) => void): Promise<T> {
    return this.whole.write(work, kept);
  }
}

/** A reader that closes once nobody needs it any more. */
class Held {
  private using = 0;
  private isDone = false;

  constructor(readonly content: Database) {}

  async use<T>(look: (content: Database) => Promise<T>): Promise<T> {
    this.using += 1;
    try {
      return await look(this.content);
    } finally {
      this.using -= 1;
      this.closeUnused();
    }
  }

  leave(): void {
    this.isDone = true;
    this.closeUnused();
  }

  private closeUnused(): void {
    if (this.isDone && this.using === 0) void this.content.close();
  }
}

/** What reads the content as some visitors see it. Where everything is for everyone, nothing is read in another way. */
export class AudienceReaders {
  private readonly readers = new LRUCache<string, Held>({ max: MOST, dispose: (held) => held.leave() });

  /** `any`: whether some page or entry is not for everyone. */
  constructor(public any: boolean) {}

  /** Looks at an installation as an audience sees it. */
  async see<T>(
    installation: Installation,
    audience: Audience,
    look: (seen: Installation) => Promise<T>,
  ): Promise<T> {
    const { model, keyMap, content: whole } = installation;
    const types = closedTypes(installation, audience).map(({ id }) => keyMap.of(id));
    if (!this.any && types.length === 0) return look({ ...installation, audience });
    const key = `${model.revision} ${audienceKey(audience)}`;
    const known = this.readers.get(key);
    const held = known ?? new Held(this.open(installation, whole, audience, types));
    if (!known) this.readers.set(key, held);
    return held.use((content) => look({ ...installation, content, audience }));
  }

  private open(
    { model, keyMap }: Installation,
    whole: Database,
    audience: Audience,
    types: readonly number[],
  ): Database {
    const tables = possibleSources(model).map((type) => ({
      ...indexTableOf(type, keyMap, model),
      n: keyMap.of(type.id),
    }));
    const views = seenByViews(tables, { types, groups: audience?.groups });
    return new SeenContent(whole, views, `seen by ${audienceKey(audience)}`);
  }

  close(): void {
    this.readers.clear();
  }
}

/** The types of which an audience sees nothing. */
const closedTypes = ({ model }: Installation, audience: Audience) =>
  [...model.contentTypes, ...model.pageTypes].filter(
    ({ definition }) => !maySee(audience, definition.seenBy),
  );

import { dayFrom } from '../../core/content/day';
import type { Id } from '../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import type { Field } from '../../core/model/document';
import { placedSharedKey } from '../../core/model/shared-type';
import { kindFor, plainFields, type FileNames } from '../../core/model/kinds';

const named = (ids: ReadonlyMap<string, Id>, name: Json, before = ''): Json =>
  typeof name === 'string' ? (ids.get(before + name) ?? name) : name;

/** What the files of a site call things by, and the ids those got. */
export class SiteNames {
  readonly entries = new Map<string, Id>();
  readonly pages = new Map<string, Id>();
  readonly media = new Map<string, Id>();
  /** By what their addresses begin with, the first by its key. */
  readonly sites = new Map<string, Id>();
  readonly listings = new Map<string, Id>();
  /** By their keys. */
  readonly shared = new Map<string, Id>();
  /** By the key of the scheme and the key of the category. */
  readonly categories = new Map<string, Id>();

  /** How kinds find what stands behind a name. */
  private readonly behind: FileNames = {
    day: (now) => dayFrom({ now }, this.day),
    category: (scheme, name) =>
      named(this.categories, name, `${this.model.scheme(scheme)?.definition.key ?? ''} `),
    entry: (name) => named(this.entries, name),
    page: (name) => named(this.pages, name),
    media: (name) => named(this.media, name),
    inside: (fields, written) => this.localized(plainFields(fields), written),
  };

  constructor(
    private readonly model: CompiledModel,
    private readonly day: string,
  ) {}

  /**
   * Values as they stand in a file, said as at the door: names become ids, days told from now days of the
   * calendar, plain words formatted ones. What names nothing stays, for the reading to refuse it.
   */
  localized(fields: readonly Field[], written: JsonObject): JsonObject {
    const byKey = new Map(fields.map((field) => [field.key, field]));
    return Object.fromEntries(
      Object.entries(written).map(([key, value]): [string, Json] => {
        const field = byKey.get(key);
        return [key, field ? kindFor(field).fromFile(value, this.behind) : value];
      }),
    );
  }

  /** Blocks as they stand in a file, said as at the door. */
  blocks(written: Json | undefined): JsonObject {
    if (!isJsonObject(written)) return {};
    return Object.fromEntries(
      Object.entries(written).map(([slot, blocks]) => [
        slot,
        (Array.isArray(blocks) ? blocks : []).map((block): Json => {
          if (!isJsonObject(block)) return block;
          const { values, fr, listing, slots, shared, ...rest } = block;
          if (typeof shared === 'string')
            return { ...rest, type: placedSharedKey, shared: this.shared.get(shared) ?? shared };
          const type = this.model.blockTypeByKey(typeof rest.type === 'string' ? rest.type : '');
          return {
            ...rest,
            values: this.localized(type?.fields ?? [], isJsonObject(values) ? values : {}),
            ...(isJsonObject(fr) ? { translations: { fr: this.localized(type?.fields ?? [], fr) } } : {}),
            ...(typeof listing === 'string' ? { listing: this.listings.get(listing) ?? listing } : {}),
            ...(slots === undefined ? {} : { slots: this.blocks(slots) }),
          };
        }),
      ]),
    );
  }
}

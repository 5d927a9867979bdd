import { dayFrom } from '../../core/content/day';
import { formattedFrom } from '../../core/content/formatted';
import type { Id } from '../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../core/json';
import type { CompiledModel } from '../../core/model/compile';
import type { Field } from '../../core/model/document';
import { plainFields } from '../../core/model/kinds';

/** What the files of a sample call things by, and the ids those got. */
export class SampleNames {
  readonly entries = new Map<string, Id>();
  readonly pages = new Map<string, Id>();
  readonly media = new Map<string, Id>();
  /** By what their addresses begin with, the first by its key. */
  readonly sites = new Map<string, Id>();
  readonly listings = new Map<string, Id>();
  /** By the key of the scheme and the key of the category. */
  readonly categories = new Map<string, Id>();

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
        return [key, field ? this.value(field, value) : value];
      }),
    );
  }

  private value(field: Field, value: Json): Json {
    const each = (one: (name: Json) => Json): Json => (Array.isArray(value) ? value.map(one) : one(value));
    const named = (names: ReadonlyMap<string, Id>, name: Json): Json =>
      typeof name === 'string' ? (names.get(name) ?? name) : name;
    switch (field.kind) {
      case 'date':
        return isJsonObject(value) && typeof value.now === 'string'
          ? dayFrom({ now: value.now }, this.day)
          : value;
      case 'moment':
        return isJsonObject(value) && typeof value.now === 'string'
          ? `${dayFrom({ now: value.now }, this.day)}T${String(value.at ?? '10:00')}`
          : value;
      case 'formatted':
        return typeof value === 'string' ? formattedFrom(value) : value;
      case 'category': {
        const scheme = this.model.scheme(field.rules.scheme)?.definition.key ?? '';
        return each((name) =>
          typeof name === 'string' ? (this.categories.get(`${scheme} ${name}`) ?? name) : name,
        );
      }
      case 'entry':
        return each((name) => named(this.entries, name));
      case 'media':
        return each((use) =>
          isJsonObject(use)
            ? { ...use, media: named(this.media, use.media ?? null) }
            : named(this.media, use),
        );
      case 'link': {
        if (!isJsonObject(value)) return value;
        const names = { page: this.pages, entry: this.entries, media: this.media };
        for (const to of ['page', 'entry', 'media', 'url', 'email', 'phone'] as const)
          if (value[to] !== undefined)
            return {
              to,
              ...value,
              ...(to in names ? { [to]: named(names[to as keyof typeof names], value[to] ?? null) } : {}),
            };
        return value;
      }
      case 'group':
        return isJsonObject(value) ? this.localized(plainFields(field.rules.fields), value) : value;
      case 'list':
        return each((item) =>
          isJsonObject(item) ? this.localized(plainFields(field.rules.fields), item) : item,
        );
      default:
        return value;
    }
  }

  /** Blocks as they stand in a file, said as at the door. */
  blocks(written: Json | undefined): JsonObject {
    if (!isJsonObject(written)) return {};
    return Object.fromEntries(
      Object.entries(written).map(([slot, blocks]) => [
        slot,
        (Array.isArray(blocks) ? blocks : []).map((block): Json => {
          if (!isJsonObject(block)) return block;
          const { values, fr, listing, slots, ...rest } = block;
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

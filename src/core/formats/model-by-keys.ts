import { newId, type Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';
import { emptyModel, shapeLists, TOP, type ShapeList } from '../model/document';
import { freshHouseStyle } from '../model/fresh/house-style';
import { readyStyles } from '../model/fresh/ready-styles';
import { smallWords } from '../model/fresh/start';
import { placedSharedType } from '../model/shared-type';
import { isKindName, kinds, type KindName } from '../model/kinds';

const asObject = (value: Json | undefined): JsonObject => (isJsonObject(value) ? value : {});
const asList = (value: Json | undefined): Json[] =>
  Array.isArray(value) ? value : value === undefined || value === null ? [] : [value];
const asKey = (value: Json | undefined): string => (typeof value === 'string' ? value : '');

/** One field as it was written, with the id it gets, and what is written inside it. */
interface WrittenField {
  id: Id;
  key: string;
  written: JsonObject;
  inside: WrittenField[];
}

interface WrittenShape {
  id: Id;
  key: string;
  written: JsonObject;
  fields: WrittenField[];
  slots: Map<string, Id>;
}

const unindexed = new Set(['paragraphs', 'formatted', 'link', 'media', 'spot', 'group', 'list']);

const parseFields = (written: Json | undefined): WrittenField[] =>
  Object.entries(asObject(written)).map(([key, each]) => ({
    id: newId(),
    key,
    written: asObject(each),
    inside: parseFields(asObject(each).fields),
  }));

/**
 * Turns keys into ids, all over one written model. A key that names nothing stays as it is, so that the check
 * tells its place.
 */
class ByKeys {
  private readonly shapes: Record<ShapeList, Map<string, WrittenShape>>;
  private readonly groups: ReadonlyMap<string, Id>;

  constructor(private readonly model: JsonObject) {
    const read = (list: ShapeList) =>
      new Map(
        Object.entries(asObject(model[list])).map(([key, each]) => {
          const written = asObject(each);
          return [
            key,
            {
              id: newId(),
              key,
              written,
              fields: parseFields(written.fields),
              slots: new Map(
                Object.keys(asObject(written.slots)).map((slot): [string, Id] => [slot, newId()]),
              ),
            },
          ];
        }),
      );
    this.shapes = {
      schemes: read('schemes'),
      fieldSets: read('fieldSets'),
      contentTypes: read('contentTypes'),
      pageTypes: read('pageTypes'),
      blockTypes: read('blockTypes'),
    };
    const { groups } = asObject(model.accounts);
    this.groups = new Map(Object.keys(asObject(groups)).map((key) => [key, newId()]));
  }

  private idOf(list: ShapeList, key: Json | undefined): string {
    return this.shapes[list].get(asKey(key))?.id ?? asKey(key);
  }

  private idsOf(list: ShapeList, keys: Json | undefined): string[] {
    return asList(keys).map((key) => this.idOf(list, key));
  }

  /** The fields that stand at one level, those of included sets among them. */
  private reaching(fields: readonly WrittenField[], deep = 0): WrittenField[] {
    return fields.flatMap((field) =>
      field.written.include === undefined
        ? [field]
        : deep > 8
          ? []
          : this.reaching(this.shapes.fieldSets.get(asKey(field.written.include))?.fields ?? [], deep + 1),
    );
  }

  /** A path of keys as a path of ids, into groups and through entry links. */
  private path(written: Json | undefined, fields: readonly WrittenField[]): string {
    const ids: string[] = [];
    let among = this.reaching(fields);
    for (const key of asKey(written).split('.')) {
      const field = among.find((each) => each.key === key);
      if (!field) return asKey(written);
      ids.push(field.id);
      const types = asList(asObject(field.written.rules).types ?? field.written.types);
      among =
        field.inside.length > 0
          ? this.reaching(field.inside)
          : types.flatMap((type) => this.reaching(this.shapes.contentTypes.get(asKey(type))?.fields ?? []));
    }
    return ids.join('.');
  }

  private condition(
    written: Json | undefined,
    fields: readonly WrittenField[],
    choices: ReadonlyMap<Id, ReadonlyMap<string, Id>>,
  ): Json {
    const each = asObject(written);
    if (each.all !== undefined)
      return { all: asList(each.all).map((inner) => this.condition(inner, fields, choices)) };
    if (each.any !== undefined)
      return { any: asList(each.any).map((inner) => this.condition(inner, fields, choices)) };
    if (each.not !== undefined) return { not: this.condition(each.not, fields, choices) };
    const field = this.path(each.field, fields);
    const known = choices.get(field);
    const value = (one: Json): Json => (typeof one === 'string' ? (known?.get(one) ?? one) : one);
    return {
      ...each,
      field,
      ...(each.value === undefined
        ? {}
        : { value: Array.isArray(each.value) ? each.value.map(value) : value(each.value) }),
    };
  }

  /** Puts ids in the place of the keys by which rules name types, schemes and fields. */
  private bindRules(
    rules: JsonObject,
    kind: KindName | undefined,
    beside: readonly WrittenField[],
    inside: readonly WrittenField[],
  ): void {
    const names = kind && kinds[kind].names;
    if (!names) return;
    for (const [rule, what] of Object.entries(names)) {
      const given = rules[rule];
      if (what === 'scheme') rules[rule] = this.idOf('schemes', given);
      else if (what === 'types') rules[rule] = this.idsOf('contentTypes', given);
      else if (what === 'fields beside') rules[rule] = asList(given).map((each) => this.path(each, beside));
      else if (what === 'fields') rules[rule] = this.fields(inside);
      else if (given !== undefined) rules[rule] = this.path(given, what === 'field inside' ? inside : beside);
    }
  }

  private fields(fields: readonly WrittenField[]): JsonObject[] {
    const choices = new Map<Id, ReadonlyMap<string, Id>>();
    const made = fields.map((field): JsonObject => {
      const { written, id, key } = field;
      if (written.include !== undefined) return { id, include: this.idOf('fieldSets', written.include) };
      const { rules: given, label, indexed, kind = 'line', fields: _inside, ...rest } = written;
      const rules = { ...asObject(given) };
      if (rules.choices !== undefined) {
        const listed = Object.entries(asObject(rules.choices)).map(([each, words]) => ({
          id: newId(),
          key: each,
          ...(isJsonObject(words) ? words : { label: words }),
        }));
        choices.set(id, new Map(listed.map((choice) => [choice.key, choice.id])));
        rules.choices = listed;
      }
      this.bindRules(rules, isKindName(kind) ? kind : undefined, fields, field.inside);
      return {
        id,
        key,
        label: label ?? key,
        kind,
        indexed: indexed ?? !unindexed.has(asKey(kind)),
        ...rest,
        rules,
      };
    });
    return made.map((field): JsonObject =>
      field.showWhen === undefined
        ? field
        : { ...field, showWhen: this.condition(field.showWhen, fields, choices) },
    );
  }

  private step(written: Json, fields: readonly WrittenField[]): Json {
    if (!isJsonObject(written)) return { field: this.path(written, fields) };
    const { field, ...format } = written;
    if (field === undefined) return written;
    return { field: this.path(field, fields), ...(Object.keys(format).length > 0 ? { format } : {}) };
  }

  /** Rows of cells: a cell is its width, then what it holds: parts by name, slots as `slot:key`. */
  private rows(written: Json | undefined, shape: WrittenShape): Json {
    const held = (name: Json): Json =>
      typeof name === 'string' && name.startsWith('slot:')
        ? { slot: shape.slots.get(name.slice(5)) ?? name }
        : name;
    return asList(written).map((row) => ({
      cells: asList(row).map((cell) => ({
        width: asList(cell)[0] ?? 12,
        holds: asList(cell).slice(1).map(held),
      })),
    }));
  }

  /** A part has a list of chains; a chain of one step may be written without its brackets. */
  private face(shape: WrittenShape): JsonObject {
    const { rows, variants, ...parts } = asObject(shape.written.face);
    const mapping = Object.fromEntries(
      Object.entries(parts).map(([part, chains]) => [
        part,
        asList(chains).map((chain) => asList(chain).map((each) => this.step(each, shape.fields))),
      ]),
    );
    return {
      mapping,
      ...(rows === undefined ? {} : { rows: this.rows(rows, shape) }),
      ...(variants === undefined ? {} : { variants }),
    };
  }

  private named(shape: WrittenShape, icon: string): JsonObject {
    const { label = shape.key, plural = label, purpose = '' } = shape.written;
    return {
      id: shape.id,
      key: shape.key,
      label,
      plural,
      purpose,
      icon: shape.written.icon ?? icon,
      fields: this.fields(shape.fields),
    };
  }

  private slots(shape: WrittenShape): JsonObject[] {
    return Object.entries(asObject(shape.written.slots)).map(([key, each]) => {
      const { label = key, allows, preset, ...rest } = asObject(each);
      const blocks = asList(preset).map((each) => {
        const block = asObject(each);
        const type = block.shared === undefined ? this.idOf('blockTypes', block.type) : placedSharedType.id;
        return { ...block, id: newId(), type };
      });
      return {
        id: shape.slots.get(key) ?? newId(),
        key,
        label,
        allows: this.idsOf('blockTypes', allows),
        ...rest,
        ...(blocks.length > 0 ? { preset: blocks } : {}),
      };
    });
  }

  private slug(from: Json | undefined, shape: WrittenShape): JsonObject {
    return { from: this.path(from, shape.fields), drop: smallWords, atMost: 60 };
  }

  /** Of each part the fields that say how something is found and shared; one may be written without its brackets. */
  private found({ written, fields }: WrittenShape): JsonObject {
    return written.found === undefined
      ? {}
      : {
          found: Object.fromEntries(
            Object.entries(asObject(written.found)).map(([part, named]) => [
              part,
              asList(named).map((each) => this.path(each, fields)),
            ]),
          ),
        };
  }

  /** Groups of visitors by their keys; `in` for everyone who is signed in. */
  private seenBy({ written }: WrittenShape): JsonObject {
    if (written.seenBy === undefined) return {};
    const { groups = written.seenBy, asks } = asObject(written.seenBy);
    const named = asList(isJsonObject(groups) ? [] : groups).filter((key) => key !== 'in');
    return {
      seenBy: {
        groups: named.map((key) => this.groups.get(asKey(key)) ?? key),
        ...(asks === undefined ? {} : { asks }),
      },
    };
  }

  private contentType(shape: WrittenShape): JsonObject {
    const { written } = shape;
    const roles = (['summary', 'picture', 'date'] as const).flatMap((role): [string, Json][] =>
      written[role] === undefined ? [] : [[role, this.path(written[role], shape.fields)]],
    );
    const title = written.title ?? 'title';
    const { is, ...told } = asObject(written.vocabulary);
    return {
      ...this.named(shape, 'file'),
      title: this.path(title, shape.fields),
      face: this.face(shape),
      ...Object.fromEntries(roles),
      slug: this.slug(written.slug ?? title, shape),
      review: written.review ?? false,
      columns: asList(written.columns).map((column) => this.path(column, shape.fields)),
      ...(is === undefined
        ? {}
        : {
            vocabulary: {
              is,
              fields: Object.fromEntries(
                Object.entries(told).map(([key, field]) => [key, this.path(field, shape.fields)]),
              ),
            },
          }),
      ...this.found(shape),
      ...this.seenBy(shape),
      ...(written.settings === undefined ? {} : { settings: written.settings }),
    };
  }

  private source({ written: { source: written }, fields }: WrittenShape): JsonObject {
    if (!isJsonObject(written)) return { kind: written ?? 'blocks' };
    if (written.collection !== undefined)
      return {
        kind: 'collection',
        types: this.idsOf('contentTypes', written.collection),
        ...(written.arrangement === undefined ? {} : { arrangement: written.arrangement }),
      };
    if (written.category !== undefined)
      return {
        kind: 'category',
        scheme: this.idOf('schemes', written.category),
        ...(written.empty === undefined ? {} : { empty: written.empty }),
      };
    if (written.link !== undefined) return { kind: 'link', field: this.path(written.link, fields) };
    return written.entry === undefined
      ? written
      : {
          kind: 'entry',
          type: this.idOf('contentTypes', written.entry),
          ...(written.home === undefined ? {} : { home: written.home }),
        };
  }

  private pageType(shape: WrittenShape): JsonObject {
    const { written } = shape;
    const title = written.title ?? 'title';
    const layouts = Object.entries(asObject(written.layouts)).map(([key, each]) => {
      const { label = key, rows, ...rest } = asObject(each);
      return { id: newId(), key, label, rows: this.rows(rows, shape), ...rest };
    });
    return {
      ...this.named(shape, 'page'),
      title: this.path(title, shape.fields),
      face: this.face(shape),
      source: this.source(shape),
      slots: this.slots(shape),
      layouts,
      address: this.slug(written.address ?? title, shape),
      inNavigation: written.inNavigation ?? 'yes',
      childOrder: written.childOrder ?? 'byHand',
      ...this.found(shape),
      ...this.seenBy(shape),
      ...(written.review === undefined ? {} : { review: written.review }),
      ...(written.mostInSite === undefined ? {} : { mostInSite: written.mostInSite }),
      ...(written.starter === undefined ? {} : { starter: written.starter }),
      ...(written.settings === undefined ? {} : { settings: written.settings }),
    };
  }

  private blockType(shape: WrittenShape): JsonObject {
    const { title, behaves } = shape.written;
    return {
      ...this.named(shape, 'block'),
      ...(title === undefined ? {} : { title: this.path(title, shape.fields) }),
      slots: this.slots(shape),
      face: this.face(shape),
      ...(behaves === undefined ? {} : { behaves }),
    };
  }

  private placements(): JsonObject[] {
    const pageId = (key: Json | undefined) => (key === TOP ? TOP : this.idOf('pageTypes', key));
    return Object.entries(asObject(this.model.placements)).flatMap(([parent, children]) =>
      asList(children).map((child) => {
        const { child: key, ...limits } = isJsonObject(child) ? child : { child };
        return { id: newId(), parent: pageId(parent), child: pageId(key), ...limits };
      }),
    );
  }

  document(): JsonObject {
    const empty = emptyModel('en');
    const all = (list: ShapeList, make: (shape: WrittenShape) => JsonObject): JsonObject[] =>
      [...this.shapes[list].values()].map(make);
    return {
      format: empty.format,
      version: empty.version,
      locales: this.model.locales ?? { ...empty.locales },
      houseStyle: houseStyle(this.model.houseStyle),
      ...(this.model.siteStyles === undefined
        ? {}
        : {
            siteStyles: Object.fromEntries(
              Object.entries(asObject(this.model.siteStyles)).map(([site, style]) => [
                site,
                houseStyle(style),
              ]),
            ),
          }),
      schemes: all('schemes', (shape) => ({
        ...this.named(shape, 'tree'),
        sort: shape.written.sort ?? 'categories',
      })),
      fieldSets: all('fieldSets', (shape) => this.named(shape, 'set')),
      contentTypes: all('contentTypes', (shape) => this.contentType(shape)),
      pageTypes: all('pageTypes', (shape) => this.pageType(shape)),
      blockTypes: all('blockTypes', (shape) => this.blockType(shape)),
      placements: this.placements(),
      ...(this.model.settings === undefined ? {} : { settings: this.model.settings }),
      ...(this.model.providers === undefined
        ? {}
        : {
            providers: Object.entries(asObject(this.model.providers)).map(([key, each]) => ({
              key,
              ...asObject(each),
            })),
          }),
      ...(this.model.accounts === undefined
        ? {}
        : {
            accounts: {
              ...asObject(this.model.accounts),
              groups: Object.entries(asObject(asObject(this.model.accounts).groups)).map(([key, label]) => ({
                id: this.groups.get(key) ?? newId(),
                key,
                label,
              })),
            },
          }),
      ...(this.model.terms === undefined ? {} : { terms: this.model.terms }),
      ...(this.model.navigation === undefined ? {} : { navigation: this.model.navigation }),
    };
  }
}

/** A house style: one that is ready, by its key; or what is not said is as in one that is fresh. */
function houseStyle(written: Json | undefined): JsonObject {
  const ready = readyStyles.find(({ key }) => key === written);
  if (ready) return ready.style as unknown as JsonObject;
  const fresh = freshHouseStyle();
  const { palette, dark, type, ...style } = asObject(written);
  return {
    ...(fresh as unknown as JsonObject),
    ...style,
    palette: { ...fresh.palette, ...asObject(palette) },
    dark: { ...fresh.dark, ...asObject(dark) },
    type: { ...fresh.type, ...asObject(type) },
  };
}

/**
 * A model written by hand, in which everything is spoken of by key and ids are left out: fields, choices and slots as
 * `{ key: ... }`, an included set as `{ include: key }`, fields inside a group or list as `fields`, a face's steps as a
 * field's key, `{ field, shorten, first }` or `{ words }`, its rows as lists of `[width, part, ...]`, placements as
 * `{ parent: [child, ...] }`. Answers with a model document with new ids, not yet checked: give it to
 * `readModelDocument`.
 */
export function modelFromKeys(written: JsonObject): JsonObject {
  const known = new Set<string>([
    ...shapeLists,
    'locales',
    'houseStyle',
    'siteStyles',
    'providers',
    'accounts',
    'terms',
    'placements',
    'settings',
    'navigation',
  ]);
  const unknown = Object.entries(written).filter(([key]) => !known.has(key));
  // What nobody knows is carried along, so that the check names it instead of losing it.
  return { ...new ByKeys(written).document(), ...Object.fromEntries(unknown) };
}

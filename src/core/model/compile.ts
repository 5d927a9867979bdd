import type { Id } from '../ids';
import {
  isInclude,
  type TOP,
  type AnyShape,
  type BlockType,
  type ContentType,
  type Field,
  type FieldEntry,
  type FieldPath,
  type FieldSet,
  type ModelDocument,
  type PageType,
  type Placement,
  type Scheme,
} from './document';
import { commentType } from './comment-type';
import { kindFor, nestingBound, plainFields, type FieldKind } from './kinds';
import { FOLDERS, folderScheme, mediaType } from './media-type';
import { placedSharedType, SHARED, sharedType } from './shared-type';
import { insideOf, withInside } from './entries';

/**
 * The fields themselves, with included sets put in their place, in groups and lists too. A set that includes itself is
 * left out where the circle closes; the check of the model tells it.
 */
export function expandFields(
  entries: readonly FieldEntry[],
  sets: ReadonlyMap<Id, FieldSet>,
  open: readonly Id[] = [],
  depth = 0,
): Field[] {
  return entries.flatMap((entry): Field[] => {
    if (isInclude(entry)) {
      const set = sets.get(entry.include);
      return set && !open.includes(set.id) ? expandFields(set.fields, sets, [...open, set.id], depth) : [];
    }
    const inside = insideOf(entry);
    if (!inside) return [entry];
    return [withInside(entry, depth < nestingBound ? expandFields(inside, sets, open, depth + 1) : [])];
  });
}

/** Something with fields that can be spoken about. */
export interface Fielded {
  readonly label: string;
  readonly fields: readonly Field[];
  field(path: FieldPath): Field | undefined;
  fieldByKey(key: string): Field | undefined;
}

/** A type with its fields at hand by id and by key, those of included sets among them. */
export class CompiledType<T extends AnyShape = ContentType | PageType | BlockType> implements Fielded {
  readonly fields: readonly Field[];
  private readonly byId: ReadonlyMap<Id, Field>;
  private readonly byKey: ReadonlyMap<string, Field>;

  constructor(
    readonly definition: T,
    sets: ReadonlyMap<Id, FieldSet>,
  ) {
    this.fields = expandFields(definition.fields, sets);
    this.byId = new Map(this.fields.map((field) => [field.id, field]));
    this.byKey = new Map(this.fields.map((field) => [field.key, field]));
  }

  get id(): Id {
    return this.definition.id;
  }

  get label(): string {
    return this.definition.label;
  }

  /** The field at the end of a path of ids, which may run into groups. */
  field(path: FieldPath): Field | undefined {
    const [first = '', ...rest] = path.split('.');
    let field = this.byId.get(first);
    for (const id of rest) {
      const { holds, inside = [] }: Partial<FieldKind> = field ? kindFor(field) : {};
      field = holds === 'once' ? plainFields(inside).find((inner) => inner.id === id) : undefined;
    }
    return field;
  }

  fieldByKey(key: string): Field | undefined {
    return this.byKey.get(key);
  }
}

/** A model document compiled once into something that answers questions. It is never changed afterwards. */
export class CompiledModel {
  readonly contentTypes: readonly CompiledType<ContentType>[];
  readonly pageTypes: readonly CompiledType<PageType>[];
  readonly blockTypes: readonly CompiledType<BlockType>[];
  readonly schemes: readonly CompiledType<Scheme>[];
  /** The shape that media have, which is no content type of the document: it is there in every model. */
  readonly media: CompiledType<ContentType>;
  /** The shape that what visitors say has where it is listed. */
  readonly comments: CompiledType<ContentType>;
  /** The shape that shared blocks have in every model: a name, and the blocks that are one. */
  readonly shared: CompiledType<PageType>;
  private readonly byId = new Map<Id, CompiledType<AnyShape>>();
  private readonly content = new Map<string, CompiledType<ContentType>>();
  private readonly page = new Map<string, CompiledType<PageType>>();
  private readonly block = new Map<string, CompiledType<BlockType>>();
  private readonly schemeBy = new Map<string, CompiledType<Scheme>>();
  private readonly held = new Map<string, Placement>();

  constructor(
    readonly document: ModelDocument,
    readonly revision: number,
    /**
     * How often the choices of a field were put into another order since the first model; a field that is
     * missing never.
     */
    readonly reordered: ReadonlyMap<Id, number> = new Map(),
  ) {
    const sets = new Map(document.fieldSets.map((set) => [set.id, set]));
    const compile = <T extends AnyShape>(
      shapes: readonly T[],
      found: Map<string, CompiledType<T>>,
    ): CompiledType<T>[] =>
      shapes.map((shape) => {
        const type = new CompiledType(shape, sets);
        found.set(shape.id, type).set(`key:${shape.key}`, type);
        this.byId.set(shape.id, type as unknown as CompiledType<AnyShape>);
        return type;
      });
    this.contentTypes = compile(document.contentTypes, this.content);
    this.pageTypes = compile(document.pageTypes, this.page);
    this.blockTypes = compile(document.blockTypes, this.block);
    this.schemes = compile(document.schemes, this.schemeBy);
    this.media = new CompiledType(mediaType(document), sets);
    this.comments = new CompiledType(commentType, sets);
    this.shared = new CompiledType(sharedType, sets);
    const placed = new CompiledType(placedSharedType, sets);
    this.block.set(placed.id, placed).set(`key:${placedSharedType.key}`, placed);
    this.schemeBy.set(FOLDERS, new CompiledType(folderScheme, sets));
    for (const placement of document.placements)
      this.held.set(`${placement.parent} ${placement.child}`, placement);
  }

  get locale(): string {
    return this.document.locales.main;
  }

  /** Whatever has this id: content type, page type, block type or scheme. */
  shape(id: Id): CompiledType<AnyShape> | undefined {
    return this.byId.get(id);
  }

  contentType(id: Id): CompiledType<ContentType> | undefined {
    return this.content.get(id);
  }

  /** What has an id and says things of its own without being a page: a content type, or media. */
  contentOrMedia(id: Id): CompiledType<ContentType> | undefined {
    return id === this.media.id ? this.media : this.content.get(id);
  }

  contentTypeByKey(key: string): CompiledType<ContentType> | undefined {
    return this.content.get(`key:${key}`);
  }

  pageType(id: Id): CompiledType<PageType> | undefined {
    return this.page.get(id);
  }

  pageTypeByKey(key: string): CompiledType<PageType> | undefined {
    return this.page.get(`key:${key}`);
  }

  /** What has an id and holds blocks in slots: a page type, or shared blocks. */
  pageOrShared(id: Id): CompiledType<PageType> | undefined {
    return id === SHARED ? this.shared : this.page.get(id);
  }

  blockType(id: Id): CompiledType<BlockType> | undefined {
    return this.block.get(id);
  }

  blockTypeByKey(key: string): CompiledType<BlockType> | undefined {
    return this.block.get(`key:${key}`);
  }

  scheme(id: Id): CompiledType<Scheme> | undefined {
    return this.schemeBy.get(id);
  }

  schemeByKey(key: string): CompiledType<Scheme> | undefined {
    return this.schemeBy.get(`key:${key}`);
  }

  /** The placement that lets pages of one type stand under another (or at the top), if there is one. */
  placement(parent: Id | typeof TOP, child: Id): Placement | undefined {
    return this.held.get(`${parent} ${child}`);
  }
}

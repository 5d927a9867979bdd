import type { Id } from '../ids';
import type { TOP} from './document';
import { type ContentType, type Field, type FieldPath, type ModelDocument, type PageType, type Placement } from './document';

/** A content type or page type with its fields at hand by id and by key. */
export class CompiledType<T extends ContentType | PageType = ContentType | PageType> {
  private readonly byId: ReadonlyMap<Id, Field>;
  private readonly byKey: ReadonlyMap<string, Field>;

  constructor(readonly is: T) {
    this.byId = new Map(is.fields.map((field) => [field.id, field]));
    this.byKey = new Map(is.fields.map((field) => [field.key, field]));
  }

  get id(): Id {
    return this.is.id;
  }

  get fields(): readonly Field[] {
    return this.is.fields;
  }

  /** The field at the end of a path of ids. */
  field(path: FieldPath): Field | undefined {
    return this.byId.get(path);
  }

  fieldByKey(key: string): Field | undefined {
    return this.byKey.get(key);
  }
}

/** A model document compiled once into something that answers questions. It is never changed afterwards. */
export class CompiledModel {
  readonly contentTypes: readonly CompiledType<ContentType>[];
  readonly pageTypes: readonly CompiledType<PageType>[];
  private readonly content = new Map<string, CompiledType<ContentType>>();
  private readonly page = new Map<string, CompiledType<PageType>>();
  private readonly held = new Map<string, Placement>();

  constructor(readonly document: ModelDocument, readonly revision: number) {
    this.contentTypes = document.contentTypes.map((type) => new CompiledType(type));
    this.pageTypes = document.pageTypes.map((type) => new CompiledType(type));
    for (const type of this.contentTypes) this.content.set(type.id, type).set(`key:${type.is.key}`, type);
    for (const type of this.pageTypes) this.page.set(type.id, type).set(`key:${type.is.key}`, type);
    for (const placement of document.placements) this.held.set(`${placement.parent} ${placement.child}`, placement);
  }

  get locale(): string {
    return this.document.locales.main;
  }

  contentType(id: Id): CompiledType<ContentType> | undefined {
    return this.content.get(id);
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

  /** The placement that lets pages of one type stand under another (or at the top), if there is one. */
  placement(parent: Id | typeof TOP, child: Id): Placement | undefined {
    return this.held.get(`${parent} ${child}`);
  }
}

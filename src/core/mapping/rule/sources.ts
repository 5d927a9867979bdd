import type { Id } from '../../ids';
import type { CompiledModel, CompiledType, Fielded } from '../../model/compile';
import type { ContentType, Field, FieldPath, PageType } from '../../model/document';
import type { Condition, ListingRule, OrderKey } from './listing-rule';
import { COMMENTS } from '../../model/comment-type';
import { MEDIA } from '../../model/media-type';
import { partKeys, type Chain, type Mapping } from '../parts';
import { answersOf } from '../../model/page-source';

/** A type whose entries, or whose pages, a listing may take. */
export type SourceType = CompiledType<ContentType> | CompiledType<PageType>;

/** What every source has, each in a field of its own. Where several types are the sources, these stand for it. */
export const sourceRoles = ['title', 'summary', 'picture', 'date'] as const;
export type SourceRole = (typeof sourceRoles)[number];
const roleLabels: Record<SourceRole, string> = {
  title: 'Title',
  summary: 'Summary',
  picture: 'Picture',
  date: 'Date',
};

const isContent = (type: SourceType): type is CompiledType<ContentType> => 'columns' in type.definition;
export const isPageSource = (type: SourceType): type is CompiledType<PageType> => !isContent(type);
export const isMediaSource = ({ id }: SourceType): boolean => id === MEDIA;
/** Whether it takes what visitors said: that is no content, and taken as it comes, the newest first. */
export const isCommentSource = ({ id }: SourceType): boolean => id === COMMENTS;
/** Whether it takes the entries of a content type. */
export const isEntrySource = (type: SourceType): type is CompiledType<ContentType> =>
  isContent(type) && !isMediaSource(type) && !isCommentSource(type);

/**
 * The field that has a role in a type: the one it names, or for a page the one that feeds the part of that
 * name in its face.
 */
export function roleField(type: SourceType, role: SourceRole): Field | undefined {
  if (role === 'title') return type.field(type.definition.title);
  if (isContent(type)) return type.field(type.definition[role] ?? '');
  const [step] = type.definition.face.mapping[role]?.[0] ?? [];
  return step && 'field' in step ? type.field(step.field) : undefined;
}

/** The pages of some types are no places to go to: they only say how the pages of entries or categories are. */
const mayBeSource = ({ definition: { source } }: CompiledType<PageType>): boolean =>
  answersOf(source).isPlace;

/** What each model answers, worked out once: it is asked for every record and every rule. */
const possible = new WeakMap<CompiledModel, readonly SourceType[]>();
const single = new WeakMap<CompiledModel, ReadonlyMap<Id, Sources>>();

/**
 * All content that a listing may take: the entries of every content type, the pages of every type that is a
 * place to go to, and media.
 */
export function possibleSources(model: CompiledModel): readonly SourceType[] {
  const known = possible.get(model);
  if (known) return known;
  const all = [...model.contentTypes, ...model.pageTypes.filter(mayBeSource), model.media];
  possible.set(model, all);
  return all;
}

/** All that a listing may take: content, or by themselves the comments of visitors. */
export const listableSources = (model: CompiledModel): readonly SourceType[] => [
  ...possibleSources(model),
  model.comments,
];

/**
 * What a source is called where a rule is spoken: a content type by its key, a page type as `page:` and its
 * key, media as `media`, what visitors say as `comments`.
 */
export const sourceKey = (type: SourceType): string =>
  isPageSource(type) ? `page:${type.definition.key}` : type.definition.key;

export const sourceByKey = (model: CompiledModel, key: string): SourceType | undefined =>
  listableSources(model).find((type) => sourceKey(type) === key);

/** What the things of a source are called. */
export const sourcePlural = (type: SourceType): string => type.definition.plural;

/**
 * What a rule is spoken about. One type alone is spoken about by the keys of its fields. Several are spoken about as if
 * they were one: by roles (`date`), by the fields that all of them include, and by those of one of them
 * (`event:starts`).
 */
export class Sources implements Fielded {
  readonly fields: readonly Field[];
  private readonly byId: ReadonlyMap<Id, Field>;
  private readonly byKey: ReadonlyMap<string, Field>;

  constructor(readonly types: readonly SourceType[]) {
    const [only] = types;
    this.fields = types.length === 1 && only ? only.fields : [...this.roles(), ...this.everyField()];
    this.byId = new Map(this.fields.map((field) => [field.id, field]));
    this.byKey = new Map(this.fields.map((field) => [field.key, field]));
  }

  /** The sources of a rule that the model has and whose things can be listed. */
  static of(model: CompiledModel, ids: readonly Id[]): Sources {
    const known =
      single.get(model) ?? new Map(listableSources(model).map((type) => [type.id, new Sources([type])]));
    single.set(model, known);
    const [id = '', ...more] = ids;
    if (more.length === 0) return known.get(id) ?? new Sources([]);
    return new Sources(ids.flatMap((each) => known.get(each)?.types ?? []));
  }

  /** Whether what visitors said is taken. */
  get ofComments(): boolean {
    return this.types.some(isCommentSource);
  }

  get label(): string {
    return this.types.map(({ definition }) => definition.label).join(' or ');
  }

  get plural(): string {
    return this.types.map(sourcePlural).join(', ');
  }

  type(id: Id): SourceType | undefined {
    return this.types.find((type) => type.id === id);
  }

  field(path: FieldPath): Field | undefined {
    const [only] = this.types;
    return this.types.length === 1
      ? only?.field(path)
      : (this.byId.get(path) ??
          this.types.map((type) => type.field(path)).find((field) => field !== undefined));
  }

  fieldByKey(key: string): Field | undefined {
    return this.byKey.get(key);
  }

  /** A field for each role that one of the types fills: asked, sorted and shown like the first that has it. */
  private roles(): Field[] {
    return sourceRoles.flatMap((role) => {
      const having = this.types.flatMap((type) => roleField(type, role) ?? []);
      const [first] = having;
      return first
        ? [
            {
              ...first,
              id: role,
              key: role,
              label: roleLabels[role],
              indexed: having.every(({ indexed }) => indexed),
            },
          ]
        : [];
    });
  }

  /** Every field once: under its own key where all types include it, else under that of the first type that has it. */
  private everyField(): Field[] {
    const seen = new Set<Id>();
    return this.types.flatMap((type) =>
      type.fields.flatMap((field): Field[] => {
        if (seen.has(field.id)) return [];
        seen.add(field.id);
        const shared = this.types.every((other) => other.field(field.id)) && !isRole(field.key);
        return [
          shared
            ? field
            : {
                ...field,
                key: `${sourceKey(type)}:${field.key}`,
                label: `${type.definition.label}: ${field.label}`,
              },
        ];
      }),
    );
  }
}

const isRole = (path: string): path is SourceRole => sourceRoles.some((role) => role === path);

/**
 * A path as one type understands it: a role becomes the type's own field, or stays where it has none (and is
 * empty there).
 */
export const pathIn = (type: SourceType, path: FieldPath): FieldPath =>
  isRole(path) ? (roleField(type, path)?.id ?? path) : path;

/** A condition as one type understands it, roles turned into that type's own fields. */
export function conditionIn(condition: Condition, type: SourceType): Condition {
  if ('all' in condition) return { all: condition.all.map((inner) => conditionIn(inner, type)) };
  if ('any' in condition) return { any: condition.any.map((inner) => conditionIn(inner, type)) };
  if ('not' in condition) return { not: conditionIn(condition.not, type) };
  return 'field' in condition ? { ...condition, field: pathIn(type, condition.field) } : condition;
}

const chainIn = (chain: Chain, type: SourceType): Chain =>
  chain.map((step) => ('field' in step ? { ...step, field: pathIn(type, step.field) } : step));

/** A mapping as one of its types understands it. */
export const mappingIn = (mapping: Mapping, type: SourceType): Mapping =>
  Object.fromEntries(
    partKeys.flatMap((part) =>
      mapping[part] ? [[part, mapping[part].map((chain) => chainIn(chain, type))]] : [],
    ),
  );

/** A rule as one of its sources understands it, roles turned into that type's own fields. */
export function ruleIn<R extends Pick<ListingRule, 'where' | 'order' | 'mapping'>>(
  rule: R,
  type: SourceType,
): R {
  const order = rule.order.map((key): OrderKey => ({ ...key, by: pathIn(type, key.by) }));
  return { ...rule, where: conditionIn(rule.where, type), order, mapping: mappingIn(rule.mapping, type) };
}

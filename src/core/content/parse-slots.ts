import { pointer, type Fault } from '../faults';
import { isId, newId, type Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';
import type { CompiledModel, CompiledType } from '../model/compile';
import type { BlockType, Field, Slot } from '../model/document';
import { isPlacedShared } from '../model/shared-type';
import { parseWidths, spacings } from './block-rows';
import { groupBounds, parseSeenBy } from '../site/audience';
import { parseNavigation } from '../site/navigation';
import { parseTeaser } from '../site/teaser';
import { parseQuestions, type Question } from './contact-questions';
import { blockBounds, type Block, type Difference, type Hints, type SlotContents } from './blocks';
import { parseLocalized, type LocalizedValues } from './localized-values';

/** Reads what was given for the slots of a page or block, spoken by keys, and collects every fault of shape. */
class SlotReader {
  readonly faults: Fault[] = [];
  private count = 0;
  private readonly seen = new Set<Id>();

  constructor(private readonly model: CompiledModel) {}

  contents(
    slots: readonly Slot[],
    given: Json,
    kept: SlotContents,
    path: string,
    depth: number,
  ): SlotContents {
    if (!isJsonObject(given)) {
      this.faults.push({
        path,
        code: 'kind',
        message: 'Slots are given by their keys, each with a list of blocks.',
      });
      return kept;
    }
    if (depth > blockBounds.depth) {
      this.faults.push({
        path,
        code: 'too-deep',
        message: `Blocks stand inside one another at most ${blockBounds.depth} deep.`,
      });
      return kept;
    }
    const contents: SlotContents = { ...kept };
    for (const [key, blocks] of Object.entries(given)) {
      const at = pointer(path, key);
      const slot = slots.find((each) => each.key === key);
      if (!slot)
        this.faults.push({ path: at, code: 'unknown-slot', message: `There is no slot "${key}" here.` });
      else if (blocks === null) delete contents[slot.id];
      else if (!Array.isArray(blocks))
        this.faults.push({ path: at, code: 'kind', message: 'A slot holds a list of blocks.' });
      else contents[slot.id] = blocks.flatMap((block, i) => this.block(block, pointer(at, i), depth) ?? []);
    }
    return contents;
  }

  private block(given: Json, path: string, depth: number): Block | undefined {
    const refuse = (code: string, message: string, at = path): undefined =>
      void this.faults.push({ path: at, code, message });
    this.count += 1;
    if (this.count > blockBounds.blocks)
      return this.count === blockBounds.blocks + 1
        ? refuse('too-many', `A page holds at most ${blockBounds.blocks} blocks.`)
        : undefined;
    if (!isJsonObject(given)) return refuse('kind', 'A block says of what type it is, and what it holds.');
    for (const key of Object.keys(given))
      if (
        !(
          isPlacedShared(this.model.blockTypeByKey(String(given.type))?.id ?? '') ? placedKeys : blockKeys
        ).has(key)
      )
        refuse('unknown', `"${key}" means nothing on a block.`, pointer(path, key));
    const type = typeof given.type === 'string' ? this.model.blockTypeByKey(given.type) : undefined;
    if (!type)
      return refuse(
        'unknown-type',
        `There is no block type ${JSON.stringify(given.type ?? null)}.`,
        pointer(path, 'type'),
      );
    const id =
      typeof given.id === 'string' && isId(given.id) && !this.seen.has(given.id) ? given.id : newId();
    this.seen.add(id);
    const localized = this.localized(type, given, path);
    const { variant, listing, preset } = given;
    const { widths, spaced } = this.rows(given, path);
    const [from, until] = [this.moment(given, 'from', path), this.moment(given, 'until', path)];
    const shared = isPlacedShared(type.id) ? this.shared(given, path) : {};
    const { hints, faults } = parseHints(type.fields, given.hints, pointer(path, 'hints'));
    this.faults.push(...faults);
    const questions = this.questions(type, given, path);
    const navigation = this.rule('navigation', parseNavigation, type, given, path);
    const teaser = this.rule('teaser', parseTeaser, type, given, path);
    if (
      typeof variant === 'string' &&
      variant !== '' &&
      !(type.definition.face.variants ?? []).includes(variant)
    )
      refuse(
        'variant',
        `${type.definition.label} may not be shown as “${variant}”.`,
        pointer(path, 'variant'),
      );
    if (listing !== undefined && listing !== null && (typeof listing !== 'string' || !isId(listing)))
      refuse('listing', 'This takes the id of a listing.', pointer(path, 'listing'));
    const slots =
      given.slots === undefined
        ? {}
        : this.contents(type.definition.slots, given.slots, {}, pointer(path, 'slots'), depth + 1);
    return {
      id,
      type: type.id,
      ...localized,
      ...(typeof variant === 'string' && variant ? { variant } : {}),
      ...(widths ? { widths } : {}),
      ...(spaced ? { spaced } : {}),
      ...(typeof listing === 'string' ? { listing } : {}),
      ...(questions.length > 0 ? { questions } : {}),
      ...(navigation ? { navigation } : {}),
      ...(teaser ? { teaser } : {}),
      ...(given.hidden === true ? { hidden: true } : {}),
      ...(from === undefined ? {} : { from }),
      ...(until === undefined ? {} : { until }),
      ...this.seenBy(given, path),
      ...shared,
      ...(typeof preset === 'string' && isId(preset) ? { preset } : {}),
      ...(hints ? { hints } : {}),
      ...(Object.keys(slots).length > 0 ? { slots } : {}),
    };
  }

  private localized(
    { fields }: CompiledType<BlockType>,
    { values, translations }: JsonObject,
    path: string,
  ): LocalizedValues {
    const { localized, faults } = parseLocalized(
      fields,
      {
        ...(values === undefined ? {} : { values }),
        ...(translations === undefined ? {} : { translations }),
      },
      { values: {} },
      path,
      this.model.document.locales.others,
    );
    this.faults.push(...faults);
    return localized;
  }

  /** The fields of which a place of a shared block says that they say nothing there. */
  private without({ fields }: CompiledType<BlockType>, { without = [] }: JsonObject, path: string): Id[] {
    if (Array.isArray(without) && without.every((key) => typeof key === 'string'))
      return fields.flatMap(({ id, key }) => (without.includes(key) ? [id] : []));
    const message = 'Fields that say nothing are given by their keys, in a list.';
    this.faults.push({ path: pointer(path, 'without'), code: 'shared', message });
    return [];
  }

  /** What a contact form asks besides what every one does; nothing else asks anything. */
  private questions(
    { definition }: CompiledType<BlockType>,
    { questions: given }: JsonObject,
    path: string,
  ): Question[] {
    const at = pointer(path, 'questions');
    const { questions, faults } = parseQuestions(given, at, this.model.document.locales.others);
    this.faults.push(...faults);
    if (questions.length > 0 && definition.behaves !== 'contact')
      this.faults.push({ path: at, code: 'unknown', message: `${definition.label} asks visitors nothing.` });
    return questions;
  }

  /** What is said of how a block behaves, under the name of its behaviour; nothing else has it. */
  private rule<R>(
    behaviour: 'navigation' | 'teaser',
    parse: (given: Json | undefined, path: string) => { rule: R | undefined; faults: Fault[] },
    { definition }: CompiledType<BlockType>,
    given: JsonObject,
    path: string,
  ): R | undefined {
    const at = pointer(path, behaviour);
    const { rule, faults } = parse(given[behaviour], at);
    this.faults.push(...faults);
    if (rule && definition.behaves !== behaviour)
      this.faults.push({ path: at, code: 'unknown', message: `${definition.label} is no ${behaviour}.` });
    return rule;
  }

  /** How wide the cells of a block are, and how much room is between them. */
  private rows({ widths, spaced }: JsonObject, path: string): Pick<Block, 'widths' | 'spaced'> {
    const read = parseWidths(widths ?? undefined);
    if (widths !== undefined && widths !== null && !read)
      this.faults.push({
        path: pointer(path, 'widths'),
        code: 'widths',
        message: 'Widths are given by rows: whole numbers from 1, in each row at most twelve together.',
      });
    const room = spacings.find((each) => each === spaced);
    if (spaced !== undefined && spaced !== null && spaced !== '' && !room)
      this.faults.push({
        path: pointer(path, 'spaced'),
        code: 'spaced',
        message: `Room between columns is one of ${spacings.join(', ')}.`,
      });
    return { ...(read ? { widths: read } : {}), ...(room ? { spaced: room } : {}) };
  }

  private moment(given: JsonObject, key: 'from' | 'until', path: string): string | undefined {
    const moment = given[key];
    if (moment === undefined || moment === null || moment === '') return undefined;
    const at = typeof moment === 'string' && aMoment.test(moment) ? Date.parse(moment) : Number.NaN;
    if (!Number.isNaN(at)) return new Date(at).toISOString();
    const message = 'This takes a moment (ISO 8601), with its offset from UTC.';
    this.faults.push({ path: pointer(path, key), code: 'moment', message });
    return undefined;
  }

  /** For whom a block is, where not for all who see the page. */
  private seenBy({ seenBy }: JsonObject, path: string): Pick<Block, 'seenBy'> {
    if (seenBy === undefined || seenBy === null) return {};
    const parsed = parseSeenBy(seenBy);
    if (parsed) return { seenBy: { groups: parsed.groups } };
    const message = `For whom a block is says the ids of at most ${groupBounds.all} groups; none for whoever is signed in.`;
    this.faults.push({ path: pointer(path, 'seenBy'), code: 'audience', message });
    return {};
  }

  /** Which shared block stands in a place, and what is said differently there. */
  private shared({ shared, differs }: JsonObject, path: string): Pick<Block, 'shared' | 'differs'> {
    const refuse = (message: string, at: string) =>
      void this.faults.push({ path: pointer(path, at), code: 'shared', message });
    if (typeof shared !== 'string' || !isId(shared)) refuse('This takes the id of a shared block.', 'shared');
    if (differs !== undefined && !isJsonObject(differs))
      refuse('What is said differently is given by the ids of blocks.', 'differs');
    const given = Object.entries(isJsonObject(differs) ? differs : {});
    if (given.length > blockBounds.blocks)
      refuse(`A shared block has at most ${blockBounds.blocks} blocks.`, 'differs');
    const different = given.slice(0, blockBounds.blocks).flatMap(([id, each]): [Id, Difference][] => {
      const at = pointer(path, 'differs', id);
      const type = isJsonObject(each) && isId(id) ? this.model.blockTypeByKey(String(each.type)) : undefined;
      if (!type || !isJsonObject(each)) {
        const message = 'What a block says differently names the block by its id, and its type.';
        this.faults.push({ path: at, code: 'shared', message });
        return [];
      }
      const localized = this.localized(type, each, at);
      const without = this.without(type, each, at);
      const isEmpty = ![localized.values, ...Object.values(localized.translations ?? {})].some(
        (values) => Object.keys(values).length > 0,
      );
      return isEmpty && without.length === 0
        ? []
        : [[id, { type: type.id, ...localized, ...(without.length > 0 ? { without } : {}) }]];
    });
    return {
      ...(typeof shared === 'string' ? { shared } : {}),
      ...(different.length > 0 ? { differs: Object.fromEntries(different) } : {}),
    };
  }
}

const blockKeys: ReadonlySet<string> = new Set([
  'id',
  'type',
  'values',
  'translations',
  'variant',
  'widths',
  'spaced',
  'listing',
  'hidden',
  'from',
  'until',
  'seenBy',
  'preset',
  'slots',
  'held',
  'hints',
  'questions',
  'navigation',
  'teaser',
]);
const placedKeys: ReadonlySet<string> = new Set([
  ...['id', 'type', 'values', 'hidden', 'from', 'until', 'seenBy'],
  ...['shared', 'differs', 'preset', 'held'],
]);
/** How long (characters) what an editor is told to write in one field may be. */
export const MOST_IN_HINT = 200;

/**
 * Reads what an editor is told to write in fields, spoken by their keys. One of a field that is gone is left
 * out; nothing where there is none.
 */
export function parseHints(
  fields: readonly Field[],
  given: Json | undefined,
  path: string,
): { hints?: Hints; faults: Fault[] } {
  if (given === undefined || given === null) return { faults: [] };
  if (!isJsonObject(given))
    return { faults: [{ path, code: 'hints', message: 'Hints are given by the keys of fields.' }] };
  const hints: Hints = {};
  const faults: Fault[] = [];
  for (const [key, hint] of Object.entries(given)) {
    const at = pointer(path, key);
    const field = fields.find((each) => each.key === key);
    if (typeof hint !== 'string')
      faults.push({ path: at, code: 'hints', message: 'A hint is a line of words.' });
    else if (hint.length > MOST_IN_HINT)
      faults.push({
        path: at,
        code: 'too-long',
        message: `A hint has at most ${MOST_IN_HINT} characters; this has ${hint.length}.`,
      });
    else if (field && hint.trim() !== '') hints[field.id] = hint.trim();
  }
  return { ...(Object.keys(hints).length > 0 ? { hints } : {}), faults };
}

/** A moment to the minute at least, with its offset from UTC. */
const aMoment = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(?::\d{2}(?:\.\d{1,3})?)?(?:Z|[+-]\d{2}:\d{2})$/;

/** Lays given slots (by key; null empties one) over those kept. With any fault nothing may be kept. */
export function parseSlots(
  model: CompiledModel,
  slots: readonly Slot[],
  given: Json,
  kept: SlotContents,
  path: string,
): { slots: SlotContents; faults: Fault[] } {
  const reader = new SlotReader(model);
  const contents = reader.contents(slots, given, kept, path, 1);
  return { slots: contents, faults: reader.faults };
}

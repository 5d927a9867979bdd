import type { FormattedText } from '../content/formatted';
import type { LocalizedValues } from '../content/localized-values';
import type { Values } from '../content/values';
import type { Id } from '../ids';
import type { CompiledType } from '../model/compile';
import type { AnyShape, Field } from '../model/document';
import { sizeInUse, type MediaUse } from '../model/kinds/media';
import { proposeMapping } from '../model/fresh/propose-face';
import {
  addressOfLink,
  asList,
  kindFor,
  plainFields,
  visibleFields,
  withComputed,
  wordsOfLink,
  type Link,
  type Value,
} from '../model/kinds';
import { dayNumeral } from './date-format';
import { leadingTo, type Drawing, type FaceContent, type Shown } from './face';
import { partKeys, type Chain, type Format, type Mapping, type PartKey, type Step } from './parts';
import { apart, spokenIn, valuesAt, wordsIn, type Found, type Spoken } from './values-at';
import { withAddresses } from './with-addresses';

/** How many things drawn with their own faces may stand inside one another. */
const FACES_DEEP = 2;

function shownMedia(found: Found, drawing: Drawing, format: Format | undefined): Omit<Shown, 'step'>[] {
  return apart(found, format).flatMap(({ field, value }) => {
    const [use] = asList(value as MediaUse);
    const known = use && drawing.known?.media.get(use.media);
    if (!use || !known) return [];
    const { label, address, sort, poster, spoken } = known;
    const { width, height } = sizeInUse(use, known);
    const decoration = use.decoration ?? (use.alt === undefined && known.decoration);
    const [caption, credit] = [use.caption ?? known.caption, use.credit ?? known.credit];
    const edit = use.edit ?? known.edit;
    return [
      {
        words: caption ?? label,
        field: field.id,
        href: address,
        media: {
          sort,
          address,
          alt: decoration ? '' : (use.alt ?? known.alt),
          ...(width && height ? { width, height } : {}),
          ...(caption ? { caption } : {}),
          ...(credit ? { credit } : {}),
          ...(edit ? { edit } : {}),
          ...(poster ? { poster } : {}),
          ...(spoken ? { spoken } : {}),
          ...(use.focus ? { focus: use.focus } : {}),
          ...(format?.ratio ? { ratio: format.ratio } : {}),
        },
      },
    ];
  });
}

/** Entries that are linked to, each with its own type's face in small; those that visitors do not see are left out. */
function shownEntries(
  found: Found,
  drawing: Drawing,
  format: Format | undefined,
  depth: number,
): Omit<Shown, 'step'>[] {
  const shown = asList(found.value as Id | Id[]).flatMap((id) => {
    const entry = drawing.known?.entries.get(id);
    const type = entry && drawing.model.contentType(entry.type);
    if (!entry?.live || !type) return [];
    const { address } = entry;
    const whole =
      depth < FACES_DEEP && format?.as !== 'line'
        ? mapToFace(type.definition.face.mapping, type, entry.live, drawing, depth + 1)
        : undefined;
    const face = whole && (format?.as === 'face' ? whole : inSmall(whole));
    return [
      {
        words: entry.title,
        label: found.field.label,
        field: found.field.id,
        ...(address === undefined ? {} : { href: address }),
        ...(face ? { face: address === undefined ? face : leadingTo(face, address) } : {}),
      },
    ];
  });
  return format?.first === undefined ? shown : shown.slice(0, format.first);
}

const smallParts: readonly PartKey[] = ['picture', 'kicker', 'heading', 'date', 'summary', 'button'];
const inSmall = (face: FaceContent): FaceContent =>
  Object.fromEntries(smallParts.flatMap((part) => (face[part] ? [[part, face[part]]] : [])));

/** The items of a list, each drawn by a face proposed from its fields. */
function shownItems(
  { field, value }: Found,
  drawing: Drawing,
  format: Format | undefined,
  depth: number,
): Omit<Shown, 'step'>[] {
  const { inside = [], namesItem } = kindFor(field);
  const fields = plainFields(inside);
  const title = namesItem ?? fields.find((each) => kindFor(each).words === 'line')?.id;
  const mapping = proposeMapping(fields, title);
  const items = (value as { id: Id; values: Values }[]).slice(0, format?.first);
  return items.map(({ values }) => {
    const name = title === undefined ? undefined : values[title];
    return {
      words: typeof name === 'string' ? name : '',
      field: field.id,
      ...(depth < FACES_DEEP ? { face: mapFields(mapping, fields, { values }, drawing, depth + 1) } : {}),
    };
  });
}

/** What a field shows as facts: a name and what it says, for each field of a group and each item of a list. */
function shownFacts(found: Found, drawing: Drawing, format: Format | undefined): Omit<Shown, 'step'>[] {
  const { field, value } = found;
  const fact = (label: string, given: Found): Omit<Shown, 'step'>[] => {
    const each = seenAmong(given, drawing);
    const words = wordsIn(each, drawing, format);
    const kind = kindFor(each.field);
    const [only, ...more] = kind.leadsTo ? asList(each.value as Id | Id[]) : [];
    const href =
      kind.shows === 'link'
        ? addressOfLink(each.value as Link, drawing)
        : only !== undefined && more.length === 0
          ? drawing.known?.entries.get(only)?.address
          : undefined;
    return words ? [{ label, words, field: field.id, ...(href ? { href } : {}) }] : [];
  };
  const { holds, inside = [], namesItem } = kindFor(field);
  if (holds === 'once')
    return plainFields(inside).flatMap((inner) =>
      (value as Values)[inner.id] === undefined
        ? []
        : fact(inner.label, { field: inner, value: (value as Values)[inner.id] as Value }),
    );
  if (holds !== 'items') return fact(field.label, found);
  const fields = plainFields(inside);
  const name = namesItem ?? fields[0]?.id;
  return (value as { values: Values }[]).slice(0, format?.first).flatMap(({ values }) => {
    const rest = fields
      .flatMap((inner) =>
        inner.id === name || values[inner.id] === undefined
          ? []
          : [wordsIn({ field: inner, value: values[inner.id] as Value }, drawing, format)],
      )
      .filter(Boolean)
      .join(', ');
    const naming = fields.find(({ id }) => id === name);
    const called =
      naming && values[naming.id] !== undefined
        ? wordsIn({ field: naming, value: values[naming.id] as Value }, drawing, undefined)
        : '';
    return called || rest ? [{ label: called || field.label, words: rest, field: field.id }] : [];
  });
}

function shownLink(found: Found, drawing: Drawing): Omit<Shown, 'step'>[] {
  const { field, value } = found;
  const kind = kindFor(field);
  if (kind.shows === 'link') {
    const href = addressOfLink(value as Link, drawing);
    const words = wordsOfLink(value as Link, drawing);
    return href && words
      ? [
          {
            words,
            field: field.id,
            href,
            ...((value as { newWindow?: boolean }).newWindow ? { newWindow: true } : {}),
          },
        ]
      : [];
  }
  const href = kind.address(value);
  return href ? [{ words: String(value), field: field.id, href }] : [];
}

/** Of entries that are linked to, those that visitors see. What else was found stays as it is. */
function seenAmong(found: Found, { known }: Drawing): Found {
  const kind = kindFor(found.field);
  if (!kind.leadsTo || !known) return found;
  const seen = asList(found.value as Id | Id[]).filter((id) => known.entries.get(id)?.live);
  return { ...found, value: (kind.several ? seen : (seen[0] ?? [])) as Value };
}

/** What a found value shows in a part: one thing, or one for each where the part sets them apart. */
function showIn(
  part: PartKey,
  found: Found,
  drawing: Drawing,
  format: Format | undefined,
  depth: number,
): Omit<Shown, 'step'>[] {
  const { field } = found;
  const kind = kindFor(field);
  if (part === 'picture') return shownMedia(found, drawing, { ...format, first: 1 });
  if (part === 'facts') return shownFacts(found, drawing, format);
  if (part === 'button' || (part === 'link' && kind.shows !== 'media' && !kind.leadsTo))
    return shownLink(found, drawing);
  if (kind.shows === 'media') return shownMedia(found, drawing, format);
  if (part === 'further')
    return kind.holds === 'items'
      ? shownItems(found, drawing, format, depth)
      : shownEntries(found, drawing, format, depth);
  if (kind.words === 'formatted') {
    const words = wordsIn(found, drawing, format);
    return words
      ? [
          {
            words,
            field: field.id,
            ...(part === 'text' && !format?.shorten
              ? { text: withAddresses(found.value as FormattedText, drawing) }
              : {}),
          },
        ]
      : [];
  }
  const each =
    part === 'marks' || kind.leadsTo
      ? apart(seenAmong(found, drawing), format)
      : format?.first !== undefined && Array.isArray(found.value)
        ? [{ field, value: found.value.slice(0, format.first) as unknown as Value }]
        : [found];
  return each.flatMap((one) => {
    const words = wordsIn(one, drawing, format);
    const at =
      part === 'date' && typeof one.value === 'string'
        ? {
            at: one.value,
            ...(format?.date === 'numeral' && format.pattern === undefined
              ? { numeral: dayNumeral(one.value, drawing.locale) }
              : {}),
          }
        : {};
    const [id = ''] = kind.leadsTo || kind.scheme !== undefined ? asList(one.value as Id | Id[]) : [];
    const href = kind.leadsTo
      ? drawing.known?.entries.get(id)?.address
      : part === 'marks' && kind.scheme !== undefined
        ? drawing.addressOfCategory?.(id)
        : undefined;
    return words
      ? [
          {
            words,
            field: field.id,
            ...at,
            ...(href === undefined ? {} : { href }),
            ...(part === 'figures' ? { label: field.label } : {}),
          },
        ]
      : [];
  });
}

function follow(
  part: PartKey,
  chain: Chain,
  fields: readonly Field[],
  spoken: Spoken,
  drawing: Drawing,
  depth: number,
): Shown[] {
  for (const [step, each] of chain.entries()) {
    const shown = stepShows(part, each, fields, spoken, drawing, depth);
    if (shown.length > 0) return shown.map((one) => ({ ...one, step }));
  }
  return [];
}

function stepShows(
  part: PartKey,
  step: Step,
  fields: readonly Field[],
  spoken: Spoken,
  drawing: Drawing,
  depth: number,
): Omit<Shown, 'step'>[] {
  const say = drawing.say ?? ((words: string) => words);
  if ('words' in step) return step.words ? [{ words: say(step.words) }] : [];
  const top = step.field.split('.')[0] ?? step.field;
  // What another entry says stands under the name by which one refers to it: "Guide", not "Name".
  const through =
    step.field === top
      ? undefined
      : fields.find((field) => field.id === top && kindFor(field).leadsTo !== undefined);
  return valuesAt(step.field, fields, spoken, drawing).flatMap((found) =>
    showIn(part, found, drawing, step.format, depth).map((shown) => ({
      ...shown,
      field: top,
      ...(found.lang ? { lang: found.lang } : {}),
      ...(shown.label ? { label: say(through?.label ?? shown.label) } : {}),
    })),
  );
}

/** Maps a set of fields to the parts of a face. */
function mapFields(
  mapping: Mapping,
  fields: readonly Field[],
  kept: Spoken,
  drawing: Drawing,
  depth: number,
): FaceContent {
  const standing = visibleFields(fields, kept.values, drawing.today);
  const spoken = { ...kept, values: withComputed(fields, kept.values, drawing.locale) };
  const face: FaceContent = {};
  for (const part of partKeys) {
    const shown = (mapping[part] ?? []).flatMap((chain) =>
      follow(part, chain, standing, spoken, drawing, depth),
    );
    if (shown.length > 0) face[part] = shown;
  }
  return face;
}

/**
 * Maps what one entry, page or block says to the parts of a face, in the language of the drawing: each chain
 * gives the first step with a value. Fields whose condition does not hold show nothing.
 */
export const mapToFace = (
  mapping: Mapping,
  type: CompiledType<AnyShape> | CompiledType,
  localized: LocalizedValues,
  drawing: Drawing,
  depth = 0,
): FaceContent => mapFields(mapping, type.fields, spokenIn(localized, drawing), drawing, depth);

import { pointer } from '../../faults';
import type { Id } from '../../ids';
import { expandFields } from '../compile';
import type { BlockType, ContentType, Field, ModelDocument, PageType } from '../document';
import { foundFaults } from './found';
import { commentsKey } from '../comment-type';
import { mediaKey } from '../media-type';
import { placedSharedKey } from '../shared-type';
import { rolesOf } from '../roles';
import { checkContextOf, fieldFaults, sameKeys, setCircles, type CheckContext } from './fields';
import { faceFaults, mappingFaults } from './faces';
import { error, warning, type ModelFault } from './fault';
import { pageFaults } from './pages';
import { audienceFaults } from './audience';
import { providersFaults } from './providers';
import { placementFaults } from './placements';
import { fillable, slotFaults } from './slots';
import { styleFaults } from './style';
import { vocabularyFaults } from './vocabulary';
import { kindFor, plainFields } from '../kinds';
import { answersOf } from '../page-source';

export type { Mend, ModelFault } from './fault';
export { reachable } from './placements';
export { fillable } from './slots';

/** The ids of types, sets and fields that something kept uses. */
export type Used = ReadonlySet<Id>;

/** What the content tells of the model. */
export interface KeptContent {
  used: Used;
  /** The content types that a listing on some page shows, and the page types of which there are pages. */
  shown: ReadonlySet<Id>;
}

function titleFaults(type: ContentType | PageType, fields: readonly Field[], path: string): ModelFault[] {
  const about = { about: type.id };
  const title = fields.find(({ id }) => id === type.title);
  if (!title) return [error(`${path}/title`, 'gone', `${type.label} has no field for its title.`, about)];
  const { mayTitle, derived } = kindFor(title);
  if (!mayTitle) return [error(`${path}/title`, 'kind', `The title of ${type.label} must be a line.`, about)];
  if (title.showWhen)
    return [
      error(
        `${path}/title`,
        'hidden-title',
        `${title.label} names ${type.plural}, but is not always shown.`,
        {
          ...about,
          field: title.id,
          mend: { label: 'Always show it', does: 'drop the condition', type: type.id, field: title.id },
        },
      ),
    ];
  return title.required || derived
    ? []
    : [
        warning(
          `${path}/title`,
          'optional-title',
          `${title.label} names ${type.plural}, but may be left empty.`,
          {
            ...about,
            field: title.id,
            mend: { label: 'It must be filled in', does: 'require', type: type.id, field: title.id },
          },
        ),
      ];
}

/** The parts of a type that name one of its fields. */
function namedFaults(
  type: ContentType | PageType | BlockType,
  fields: readonly Field[],
  path: string,
): ModelFault[] {
  const named: [Id | undefined, string, string][] =
    'columns' in type
      ? [
          [type.summary, 'summary', 'summary'],
          [type.picture, 'picture', 'picture'],
          [type.date, 'date', 'date'],
          [type.slug.from, 'slug/from', 'address'],
          ...type.columns.map((column, i): [Id, string, string] => [column, `columns/${i}`, 'table']),
        ]
      : 'address' in type
        ? [[type.address.from, 'address/from', 'address']]
        : [[type.title, 'title', 'name']];
  return named.flatMap(([id, place, word]) =>
    id === undefined || fields.some((field) => field.id === id)
      ? []
      : [
          error(`${path}/${place}`, 'gone', `The ${word} of ${type.label} names a field that is gone.`, {
            about: type.id,
          }),
        ],
  );
}

/** Fields that nothing shows: no part of the own face, no listing, no table. */
function unshownFaults(
  type: ContentType | PageType | BlockType,
  fields: readonly Field[],
  path: string,
  used: Used,
): ModelFault[] {
  return fields.flatMap((field): ModelFault[] => {
    if (used.has(field.id) || rolesOf(type, field.id).length > 0) return [];
    return [
      warning(
        `${path}/fields`,
        'shows-nowhere',
        `${field.label} shows nowhere: no appearance, table or listing has it.`,
        {
          about: type.id,
          field: field.id,
          mend: {
            label: 'Show it in the appearance',
            does: 'show in the face',
            type: type.id,
            field: field.id,
          },
        },
      ),
    ];
  });
}

function typeFaults(
  type: ContentType | PageType | BlockType,
  path: string,
  model: ModelDocument,
  around: CheckContext,
  canBeFilled: ReadonlySet<Id>,
  used: Used | undefined,
): ModelFault[] {
  const fields = expandFields(type.fields, around.sets);
  const slots = 'slots' in type ? type.slots : [];
  return [
    ...fieldFaults(type, path, around),
    ...mappingFaults(
      type.face.mapping,
      fields,
      `${path}/face/mapping`,
      !('slots' in type) || 'layouts' in type,
    ).map((fault): ModelFault => ({ ...fault, weight: 'error', about: type.id })),
    ...faceFaults(type.face, slots, model, `${path}/face`).map((fault) => ({ ...fault, about: type.id })),
    ...('columns' in type || 'layouts' in type ? titleFaults(type, fields, path) : []),
    ...namedFaults(type, fields, path),
    ...('columns' in type ? vocabularyFaults(type, fields, path) : []),
    ...('columns' in type || 'layouts' in type ? foundFaults(type, fields, path) : []),
    ...('slots' in type
      ? slotFaults(type, path, model, canBeFilled).map((fault) => ({ ...fault, about: type.id }))
      : []),
    ...('slots' in type
      ? sameKeys(type.slots, (i) => `${path}/slots/${i}`).map(({ mend: _none, ...fault }) => ({
          ...fault,
          about: type.id,
        }))
      : []),
    ...('layouts' in type
      ? type.layouts.flatMap(({ rows }, i) =>
          faceFaults({ mapping: {}, rows }, slots, model, `${path}/layouts/${i}`).map((fault) => ({
            ...fault,
            about: type.id,
          })),
        )
      : []),
    ...('behaves' in type && type.behaves === 'contact' && !type.face.mapping.link?.length
      ? [
          error(
            `${path}/face/mapping/link`,
            'nobody-receives',
            `Nobody receives what visitors write in ${type.label}: feed its link with an e-mail address.`,
            { about: type.id },
          ),
        ]
      : []),
    ...('behaves' in type && type.behaves === 'elsewhere' && !type.face.mapping.link?.length
      ? [
          error(
            `${path}/face/mapping/link`,
            'nothing-elsewhere',
            `${type.label} shows nothing: feed its link with an address.`,
            { about: type.id },
          ),
        ]
      : []),
    ...(used ? unshownFaults(type, fields, path, used) : []),
  ];
}

function sourceFaults(type: PageType, path: string, around: CheckContext): ModelFault[] {
  const { source } = type;
  const gone = (place: string, words: string) => [
    error(`${path}/source/${place}`, 'gone', `${type.label} is filled from ${words} that is gone.`, {
      about: type.id,
    }),
  ];
  const { entryType, scheme, picked, leads } = answersOf(source);
  if (entryType !== undefined && !around.contentTypes.has(entryType)) return gone('type', 'a content type');
  if (scheme !== undefined && !around.schemes.has(scheme)) return gone('scheme', 'a scheme');
  if (picked?.types.some((id) => !around.contentTypes.has(id))) return gone('types', 'a content type');
  if (leads === undefined || leads === 'below') return [];
  const led = plainFields(type.fields).find(({ id }) => id === leads.by);
  if (!led || kindFor(led).shows !== 'link')
    return [
      error(
        `${path}/source/field`,
        'gone',
        `${type.label} leads where a field says that is gone, or is no link. Choose another.`,
        { about: type.id },
      ),
    ];
  return [];
}

/** Content types that several page types show: one of those must be named the home of their entries. */
function homeFaults(model: ModelDocument): ModelFault[] {
  return model.contentTypes.flatMap((type) => {
    const showing = model.pageTypes.flatMap(({ label, source, id }, i) => {
      const { entryType, isHome: home } = answersOf(source);
      return entryType === type.id ? [{ label, id, home, path: `/pageTypes/${i}/source/home` }] : [];
    });
    const homes = showing.filter(({ home }) => home);
    const names = showing.map(({ label }) => label).join(' and ');
    if (homes.length > 1)
      return homes
        .slice(1)
        .map(({ path, id }): ModelFault =>
          error(
            path,
            'two-homes',
            `${homes.map(({ label }) => label).join(' and ')} are both the home of ${type.plural}. Only one can be.`,
            { about: id },
          ),
        );
    return showing.length > 1 && homes.length === 0
      ? showing
          .slice(0, 1)
          .map(({ path, id }) =>
            warning(
              path,
              'no-home',
              `${names} both show ${type.plural}. Say which of their pages is an entry’s home, the one to be found by.`,
              { about: id },
            ),
          )
      : [];
  });
}

/** Field sets and schemes that nothing includes, and content types with neither entries nor a listing. */
function unusedFaults(model: ModelDocument, used: Used): ModelFault[] {
  const text = JSON.stringify([
    model.contentTypes,
    model.pageTypes,
    model.blockTypes,
    model.fieldSets.map(({ fields }) => fields),
  ]);
  const named = (id: Id) => text.includes(id);
  return [
    ...model.fieldSets.flatMap((set, i) =>
      named(set.id)
        ? []
        : [warning(`/fieldSets/${i}`, 'unused', `No type includes ${set.label}.`, { about: set.id })],
    ),
    ...model.schemes.flatMap((scheme, i) =>
      named(scheme.id)
        ? []
        : [
            warning(`/schemes/${i}`, 'unused', `No field is filled from ${scheme.label}.`, {
              about: scheme.id,
            }),
          ],
    ),
    ...model.contentTypes.flatMap((type, i) =>
      used.has(type.id)
        ? []
        : [
            warning(
              `/contentTypes/${i}`,
              'unused',
              `${type.label} has no entries yet, and no listing shows it.`,
              { about: type.id },
            ),
          ],
    ),
  ];
}

/**
 * Everything that is wrong with a model whose shape is right, in reading order. `used` are the ids of types and fields
 * that content and listings use; without it, what only they can tell (unused types, fields that show nowhere)
 * is left out.
 * `today` (ISO 8601) is the day that bounds told from now are held against.
 */
export function checkModel(
  model: ModelDocument,
  content?: KeptContent,
  today = new Date().toISOString().slice(0, 10),
): ModelFault[] {
  const used = content?.used;
  const around = checkContextOf(model, today);
  const canBeFilled = fillable(model);
  const lists = ['contentTypes', 'pageTypes', 'blockTypes', 'fieldSets', 'schemes'] as const;
  return [
    ...lists.flatMap((list) => sameKeys(model[list], (i) => `/${list}/${i}`)),
    ...model.contentTypes.flatMap(({ key, label, id }, i) =>
      key === mediaKey || key === commentsKey
        ? [
            error(
              `/contentTypes/${i}/key`,
              'reserved',
              `A listing calls ${key === mediaKey ? 'pictures and documents' : 'what visitors say'} “${key}”: give ${label} another key.`,
              { about: id },
            ),
          ]
        : [],
    ),
    ...model.blockTypes.flatMap(({ key, label, id }, i) =>
      key === placedSharedKey
        ? [
            error(
              `/blockTypes/${i}/key`,
              'reserved',
              `Pages call their shared blocks “${placedSharedKey}”: give ${label} another key.`,
              { about: id },
            ),
          ]
        : [],
    ),
    ...setCircles(model.fieldSets),
    ...(['contentTypes', 'pageTypes', 'blockTypes'] as const).flatMap((list) =>
      model[list].flatMap((type, i) => typeFaults(type, `/${list}/${i}`, model, around, canBeFilled, used)),
    ),
    ...(['fieldSets', 'schemes'] as const).flatMap((list) =>
      model[list].flatMap((shape, i) => fieldFaults(shape, `/${list}/${i}`, around)),
    ),
    ...model.pageTypes.flatMap((type, i) => sourceFaults(type, `/pageTypes/${i}`, around)),
    ...homeFaults(model),
    ...placementFaults(model),
    ...styleFaults(model.houseStyle, '/houseStyle'),
    ...providersFaults(model.providers),
    ...audienceFaults(model),
    ...Object.entries(model.siteStyles ?? {}).flatMap(([site, style]) =>
      styleFaults(style, pointer('/siteStyles', site)),
    ),
    ...(used ? unusedFaults(model, used) : []),
    ...(content ? pageFaults(model, content.shown) : []),
  ];
}

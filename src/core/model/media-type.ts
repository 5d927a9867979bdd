import type { MediaSort } from '../content/known';
import type { Values } from '../content/values';
import type { Id } from '../ids';
import type { ContentType, Field, ModelDocument, Scheme } from './document';
import { fixedId } from './fixed-id';

export const MEDIA = fixedId(1);
/** What media are called where a rule is spoken. No content type may bear it. */
export const mediaKey = 'media';
/** The scheme in whose categories media lie as in folders. */
export const FOLDERS = fixedId(2);

/** The fields of a medium that are there in every model. */
export const mediumFields = {
  name: fixedId(16),
  alt: fixedId(17),
  sort: fixedId(18),
  folder: fixedId(19),
  file: fixedId(20),
  width: fixedId(21),
  height: fixedId(22),
  size: fixedId(23),
  added: fixedId(24),
  fileName: fixedId(25),
  caption: fixedId(26),
  credit: fixedId(27),
  decoration: fixedId(28),
  edit: fixedId(29),
  poster: fixedId(30),
  spoken: fixedId(31),
} as const;

const sortChoices: Record<MediaSort, { id: Id; label: string }> = {
  picture: { id: fixedId(32), label: 'Picture' },
  document: { id: fixedId(33), label: 'Document' },
  sound: { id: fixedId(34), label: 'Sound' },
  film: { id: fixedId(35), label: 'Film' },
};
export const sortChoice = (sort: MediaSort): Id => sortChoices[sort].id;

/** A tree as any other, so that whatever is asked of a scheme can be asked of folders. */
export const folderScheme: Scheme = {
  id: FOLDERS,
  key: 'mediaFolders',
  label: 'Folders',
  plural: 'Folders',
  purpose: 'Where media lie.',
  icon: 'tree',
  fields: [],
  sort: 'categories',
};

const standing: readonly Field[] = [
  {
    id: mediumFields.name,
    key: 'name',
    label: 'Name',
    kind: 'line',
    required: true,
    localised: true,
    indexed: true,
    rules: { maxLength: 200 },
  },
  {
    id: mediumFields.alt,
    key: 'alternativeText',
    label: 'Alternative text',
    kind: 'paragraphs',
    localised: true,
    rules: { maxLength: 500 },
  },
  {
    id: mediumFields.decoration,
    key: 'decoration',
    label: 'Only decoration',
    kind: 'yesNo',
    help: 'It says nothing that needs words.',
    rules: {},
  },
  {
    id: mediumFields.caption,
    key: 'caption',
    label: 'Caption',
    kind: 'paragraphs',
    localised: true,
    rules: { maxLength: 500, rows: 2 },
  },
  {
    id: mediumFields.credit,
    key: 'credit',
    label: 'Credit',
    kind: 'line',
    localised: true,
    rules: { maxLength: 200 },
  },
  {
    id: mediumFields.poster,
    key: 'poster',
    label: 'Picture before it plays',
    kind: 'media',
    rules: { accept: ['picture'] },
  },
  {
    id: mediumFields.spoken,
    key: 'spoken',
    label: 'Words that are spoken (WebVTT)',
    kind: 'media',
    localised: true,
    rules: { accept: ['document'] },
  },
  {
    id: mediumFields.edit,
    key: 'edit',
    label: 'Turned, straightened, cut',
    kind: 'line',
    rules: { maxLength: 60 },
  },
  {
    id: mediumFields.sort,
    key: 'sort',
    label: 'Sort',
    kind: 'choice',
    indexed: true,
    rules: { choices: Object.entries(sortChoices).map(([key, choice]) => ({ ...choice, key })) },
  },
  {
    id: mediumFields.folder,
    key: 'folder',
    label: 'Folder',
    kind: 'category',
    indexed: true,
    rules: { scheme: FOLDERS },
  },
  { id: mediumFields.file, key: 'file', label: 'File', kind: 'media', rules: { accept: [] } },
  {
    id: mediumFields.width,
    key: 'width',
    label: 'Width',
    kind: 'number',
    indexed: true,
    rules: { unit: 'px' },
  },
  {
    id: mediumFields.height,
    key: 'height',
    label: 'Height',
    kind: 'number',
    indexed: true,
    rules: { unit: 'px' },
  },
  { id: mediumFields.size, key: 'size', label: 'Size', kind: 'number', indexed: true, rules: { unit: 'kB' } },
  { id: mediumFields.fileName, key: 'fileName', label: 'File name', kind: 'line', rules: { maxLength: 200 } },
  { id: mediumFields.added, key: 'added', label: 'Brought in', kind: 'date', indexed: true, rules: {} },
];

/** What the file of a medium says by itself. */
const saidByFile = new Set<Id>(
  (['sort', 'file', 'width', 'height', 'size', 'fileName', 'added'] as const).map(
    (name) => mediumFields[name],
  ),
);

/** Whether people fill in a field of a medium: everything but what its file says. */
export const isFilledIn = ({ id }: Field): boolean => !saidByFile.has(id);

/** The field by which media are in the categories of a scheme. It bears the scheme's own id. */
const categoriesOf = ({ id, label, key }: Scheme, taken: readonly string[]): Field => ({
  id,
  key: taken.includes(key) ? `${key}Of` : key,
  label,
  kind: 'category',
  indexed: true,
  rules: { scheme: id, multiple: true },
});

/** The shape of a medium in a model: what every file has, and the categories and tags of each of its schemes. */
export function mediaType({ schemes, locales }: Pick<ModelDocument, 'schemes' | 'locales'>): ContentType {
  const taken = standing.map(({ key }) => key);
  const { name, alt, file, folder, added } = mediumFields;
  return {
    id: MEDIA,
    key: mediaKey,
    label: 'Medium',
    plural: 'Media',
    purpose: 'Pictures, documents, sounds and films.',
    icon: 'picture',
    fields: [...standing, ...schemes.map((scheme) => categoriesOf(scheme, taken))],
    title: name,
    summary: alt,
    picture: file,
    date: added,
    slug: { from: name, drop: { [locales.main]: [] }, atMost: 60 },
    review: false,
    columns: [name, folder],
    face: { mapping: { picture: [[{ field: file }]], heading: [[{ field: name }]] } },
  };
}

/** What the file of a medium says of it. `size` in bytes, `added` the day (ISO 8601) on which it was brought in. */
export interface FileFacts {
  media: Id;
  /** The name of the file in the folder of the medium. */
  file: string;
  sort: MediaSort;
  width: number | null;
  height: number | null;
  size: number;
  added: string;
}

/** The values that a medium has from its file. */
export const valuesOfFile = ({ media, file, sort, width, height, size, added }: FileFacts): Values => ({
  [mediumFields.sort]: sortChoice(sort),
  [mediumFields.file]: { media },
  [mediumFields.size]: Math.max(1, Math.round(size / 1000)),
  [mediumFields.added]: added,
  [mediumFields.fileName]: file,
  ...(width === null ? {} : { [mediumFields.width]: width }),
  ...(height === null ? {} : { [mediumFields.height]: height }),
});

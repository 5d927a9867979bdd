import type { OperationName } from './routes';

/** What the names in paths and queries mean, wherever they stand. */
const everywhere: Readonly<Record<string, string>> = {
  id: 'Of which thing, by its id.',
  limit: 'The most that are told at once.',
  offset: 'How many are passed over.',
  cursor: 'Where the last answer ended: its `next`.',
  sort: '`title`, `changed`, or the key of a field; with a minus before it for the other direction. By a field that is not `indexed`, at most 10,000 rows are sorted.',
  type: 'The key of a type.',
  types: 'Keys of types, with commas between; left out, of every type.',
  q: 'Words in titles; each may be the beginning of a word.',
  ids: 'Ids, with commas between.',
  where: 'A condition over the fields of the type, as JSON.',
  columns: 'What each row is told with besides, with commas between: keys of fields, roles.',
  shown: 'Whether visitors see it on some page.',
  counted:
    '`some`: rows are counted up to 2,000, and `atLeast` says where there are more. Left out, all are counted.',
  looks: 'Whether each row is told with a picture and its first words.',
  state: 'In which state.',
  language: 'The language (BCP 47), where it is not the main one.',
  locale: 'The language (BCP 47).',
  on: 'The id of an entry or page: what is said on it alone.',
  email: 'From whom, by the e-mail address that was given.',
  only: 'Those alone that something is said of: given to me, mine, not complete.',
  author: 'Who changed it last, by their id.',
  changedFrom: 'The first day on which it was changed last.',
  changedUntil: 'The last day on which it was changed last.',
  publishedFrom: 'The first day from which visitors see it as it is.',
  publishedUntil: 'The last day from which visitors see it as it is.',
  lacks: 'A language (BCP 47) in which nothing is said.',
  older: 'A language (BCP 47) in which something is older than what the main language says.',
  category: 'A category, by its id, with all below it.',
  alone: 'Whether what stands below the category is left out.',
  instead: 'What is put in the place of it where something shows or names it, by its id.',
  before: 'Only what came before the one of this number.',
  number: 'Which version, by its number.',
  site: 'In which site, by its id; left out, in the first.',
  parent: 'The page that it is to stand under, by its id; left out, at the top.',
  version: 'The number of an earlier version, to look at that in place of the working one.',
  seenAt: 'A moment (ISO 8601), to look at what visitors saw then.',
  arranging: 'Whether it is drawn to be arranged: with the blocks that visitors do not see.',
  as: 'As whom it is looked at: everybody, in (whoever is signed in), or a group of visitors by its id.',
  group: 'Those of a group of visitors alone, by its id.',
  folder: 'The folder in which it lies.',
  name: 'What the file is called.',
  alt: 'What it shows, in words.',
  title: 'What it is called.',
};

/** What they mean to one operation, where that is something of its own. */
const own: Readonly<Partial<Record<OperationName, Readonly<Record<string, string>>>>> = {
  link: { word: 'The word that the link holds.' },
  useLink: { word: 'The word that the link holds.' },
  placedPages: {
    cells:
      'Pairs of the ids of a page type (or `top`) and of one that stands under it, as `above>below`, with commas between.',
  },
  fieldNumbers: { field: 'The field, by its id.' },
  typeFigures: { id: 'The content type, by its id.' },
  entries: { type: 'The key of a content type.' },
  media: {
    only: 'Those alone that nothing refers to, or whose alternative text is missing.',
    after: 'The id of the last that was told.',
    sort: 'Of which sort: picture, film, sound, document.',
    q: 'Words in what is said of it.',
  },
  withdrawEntry: {
    from: 'The moment from which the waiting version would be seen, that alone is taken down.',
  },
  withdrawPage: {
    from: 'The moment from which the waiting version would be seen, that alone is taken down.',
  },
  withdrawSharedBlock: {
    from: 'The moment from which the waiting version would be seen, that alone is taken down.',
  },
  dropWaitingPlace: {
    from: 'When it would begin; left out, the place that waits for the page to be published.',
  },
  sharedPlaces: { from: 'How many are passed over.' },
  pages: {
    at: 'A moment (ISO 8601), to be told how the trees were then, or will be as far as it is planned.',
  },
  treeSeen: {
    open: 'The pages whose branches are open, by their ids with commas between; at most 100.',
    here: 'The page at which one is: what stands beside and below it, and on the way to it, is told too.',
    q: 'Words in the titles of pages, or how their addresses begin.',
  },
  pagesByType: {
    told: 'Keys of page types of which the pages themselves are told too, with commas between.',
    q: 'Words in the titles of those pages, or how their addresses begin.',
    except: 'A page, by its id, that is not told among them.',
  },
  pagesAtMoment: {
    at: 'The moment (ISO 8601).',
    all: 'Whether those too are told that stand then as they do now.',
    q: 'Words in a title or an address that a page has then or now.',
  },
  binPage: {
    branch: 'Whether the pages below it go with it; without, it is refused where some stand there.',
  },
  seenPage: { address: 'Where visitors find it.' },
  pagePreview: { category: 'The category to look at it by, where the page shows those of a scheme.' },
  removeCategory: { to: 'The category that takes over its entries; left out, they lose it.' },
  acts: { of: 'Only acts that changed the thing of this id.' },
  mayStandUnder: { parent: 'The page under which it would stand, by its id.' },
};

/** What a name in the path or the query of an operation means. */
export const parameterWords = (operation: OperationName, name: string): string | undefined =>
  own[operation]?.[name] ?? everywhere[name];

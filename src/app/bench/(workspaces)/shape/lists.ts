import type { ShapeList } from '../../../../core/model/document';

/** How the five lists of the model are spoken of in Shape, and where each stands. */
export const lists: Record<ShapeList, { piece: string; title: string; one: string; another: string }> = {
  contentTypes: {
    piece: 'content',
    title: 'Content types',
    one: 'Content type',
    another: 'New content type',
  },
  pageTypes: { piece: 'pages', title: 'Page types', one: 'Page type', another: 'New page type' },
  blockTypes: { piece: 'blocks', title: 'Block types', one: 'Block type', another: 'New block type' },
  fieldSets: { piece: 'sets', title: 'Field sets', one: 'Field set', another: 'New field set' },
  schemes: { piece: 'schemes', title: 'Categories and tags', one: 'Scheme', another: 'New scheme' },
};

const pieces = new Map(Object.entries(lists).map(([list, { piece }]) => [piece, list as ShapeList]));

/** The list that a piece of an address names. */
export const listAt = (piece: string): ShapeList | undefined => pieces.get(piece);

export const hrefOf = (list: ShapeList, key: string): string => `/bench/shape/${lists[list].piece}/${key}`;

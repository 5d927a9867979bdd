import type { categories as operations } from '../../../../contract/operations/categories';
import {
  addCategory,
  categoriesOf,
  categoryCounts,
  changeCategory,
  importCategories,
  mergeCategory,
  moveCategory,
  removeCategory,
  sortCategories,
  splitCategory,
} from '../../../../services/categories';
import { schemeReach } from '../../../../services/reach';
import type { HandlersOf } from './call';

export const categoriesHandlers: HandlersOf<typeof operations> = {
  categories: ({ installation, path }) => categoriesOf(installation, path('id')),
  addCategory: ({ installation, person, path, body }) => addCategory(installation, person, path('id'), body),
  categoryCounts: ({ installation, path }) => categoryCounts(installation, path('id')),
  schemeReach: ({ installation, path }) => schemeReach(installation, path('id')),
  sortCategories: ({ installation, person, path, body }) =>
    sortCategories(installation, person, path('id'), body.parent),
  importCategories: ({ installation, person, path, body }) =>
    importCategories(installation, person, path('id'), body),
  changeCategory: ({ installation, person, path, revision, body }) =>
    changeCategory(installation, person, path('id'), revision, body),
  moveCategory: ({ installation, person, path, revision, body }) =>
    moveCategory(installation, person, path('id'), revision, body),
  mergeCategory: ({ installation, person, path, revision, body }) =>
    mergeCategory(installation, person, path('id'), revision, body.into),
  splitCategory: ({ installation, person, path, revision, body }) =>
    splitCategory(installation, person, path('id'), revision, body.label, body.entries),
  removeCategory: ({ installation, person, path, revision, query }) =>
    removeCategory(installation, person, path('id'), revision, query.to),
};

import {
  CategoriesAnswer,
  CategoryAnswer,
  CategoryTakenAway,
  CategoryCounts,
  CategoryImport,
  CategoryImportAnswer,
  CategoryMerge,
  CategoryMove,
  CategoryPatch,
  CategorySort,
  CategorySplit,
  DropQuery,
  NewCategory,
} from '../categories';
import { ReachedPages } from '../entries';
import { inputBounds } from '../parse-input';
import { define } from './operation';

/**
 * Categories and tags of a scheme. Folders are kept by those who write, every other scheme by those who shape the model;
 * the service tells them apart.
 */
export const categories = {
  categories: define('categories', {
    summary: 'The categories of a scheme, in reading order',
    act: 'read',
    answer: CategoriesAnswer,
  }),
  addCategory: define('addCategory', {
    summary: 'Make a category',
    act: 'write entries',
    body: NewCategory,
    answer: CategoryAnswer,
    status: 201,
  }),
  categoryCounts: define('categoryCounts', {
    summary: 'How many entries stand in each category, with and without what is below it',
    act: 'read',
    answer: CategoryCounts,
  }),
  schemeReach: define('schemeReach', {
    summary: 'The visitor pages that may differ when a category of the scheme changes',
    act: 'read',
    answer: ReachedPages,
  }),
  sortCategories: define('sortCategories', {
    summary: 'Put categories in the order of their names',
    act: 'write entries',
    body: CategorySort,
    answer: CategoriesAnswer,
    status: 200,
  }),
  importCategories: define('importCategories', {
    mostBytes: inputBounds.large,
    summary: 'Read categories from an indented list or a table of levels',
    act: 'write entries',
    body: CategoryImport,
    answer: CategoryImportAnswer,
    status: 200,
  }),
  changeCategory: define('changeCategory', {
    summary: 'Rename a category, or change its address or fields',
    act: 'write entries',
    body: CategoryPatch,
    answer: CategoryAnswer,
    guarded: true,
  }),
  moveCategory: define('moveCategory', {
    summary: 'Give a category another place',
    act: 'write entries',
    body: CategoryMove,
    answer: CategoryAnswer,
    guarded: true,
  }),
  mergeCategory: define('mergeCategory', {
    summary: 'Make a category part of another, entries and all',
    act: 'write entries',
    body: CategoryMerge,
    answer: CategoryAnswer,
    guarded: true,
  }),
  splitCategory: define('splitCategory', {
    summary: 'Make a category beside another, to which some of its entries go',
    act: 'write entries',
    body: CategorySplit,
    answer: CategoryAnswer,
    guarded: true,
    status: 201,
  }),
  removeCategory: define('removeCategory', {
    summary: 'Take a category away; its entries go to another, or lose it',
    act: 'write entries',
    query: DropQuery,
    answer: CategoryTakenAway,
    guarded: true,
  }),
};

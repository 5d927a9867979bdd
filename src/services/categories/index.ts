/** Categories and tags of the schemes: edited, moved, merged, split and brought in from a file. */

export {
  addCategory,
  categoriesOf,
  categoryCounts,
  changeCategory,
  moveCategory,
  sortCategories,
} from './edit';
export { importCategories } from './import';
export { mergeCategory, removeCategory, splitCategory } from './merge';

import { AllContentAnswer, AllContentQuery } from '../all-content';
import { KeptViewAnswer, KeptViewPatch, KeptViewsAnswer, NewKeptView } from '../kept-views';
import { OwnTable } from '../own-table';
import { define } from './operation';

/** All content in one table, and the views that people keep of tables. */
export const tables = {
  allContent: define('allContent', {
    summary: 'Entries of every type, pages and media, filtered and in order',
    act: 'read',
    query: AllContentQuery,
    answer: AllContentAnswer,
  }),
  ownAllTable: define('ownAllTable', {
    summary: 'How you want the table of all content',
    act: 'read',
    answer: OwnTable,
  }),
  keepOwnAllTable: define('keepOwnAllTable', {
    summary: 'Keep how you want the table of all content',
    act: 'read',
    body: OwnTable,
    answer: OwnTable,
  }),
  keptViews: define('keptViews', {
    summary: 'The views of tables that you keep, and those that are shared with all',
    act: 'read',
    answer: KeptViewsAnswer,
  }),
  keepView: define('keepView', {
    summary: 'Keep a view of a table, for yourself or for all',
    act: 'read',
    body: NewKeptView,
    answer: KeptViewAnswer,
    status: 201,
  }),
  changeView: define('changeView', {
    summary: 'Change a view that you keep',
    act: 'read',
    body: KeptViewPatch,
    answer: KeptViewAnswer,
  }),
  dropView: define('dropView', {
    summary: 'Forget a view of a table',
    act: 'read',
    status: 204,
  }),
};

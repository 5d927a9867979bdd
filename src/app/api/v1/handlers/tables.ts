import type { tables as operations } from '../../../../contract/operations/tables';
import {
  allContent,
  changeView,
  dropView,
  keepView,
  keptViews,
  keepOwnAllTable,
  ownAllTable,
} from '../../../../services/entries';
import type { HandlersOf } from './call';

export const tablesHandlers: HandlersOf<typeof operations> = {
  allContent: ({ installation, person, query }) => allContent(installation, query, person),
  ownAllTable: ({ installation, person }) => ownAllTable(installation, person),
  keepOwnAllTable: ({ installation, person, body }) => keepOwnAllTable(installation, person, body),
  keptViews: ({ installation, person }) => keptViews(installation, person),
  keepView: ({ installation, person, body }) => keepView(installation, person, body),
  changeView: ({ installation, person, path, body }) => changeView(installation, person, path('id'), body),
  dropView: ({ installation, person, path }) => dropView(installation, person, path('id')),
};

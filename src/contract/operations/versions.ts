import {
  VersionAnswer,
  VersionName,
  VersionQuery,
  VersionRow,
  VersionsAnswer,
  VersionsQuery,
} from '../versions';
import { define } from './operation';

/** Earlier versions of records and categories. */
export const versions = {
  versions: define('versions', {
    summary: 'Versions of a record or category, the newest first',
    act: 'read',
    query: VersionsQuery,
    answer: VersionsAnswer,
  }),
  version: define('version', {
    summary: 'What one version says',
    act: 'read',
    query: VersionQuery,
    answer: VersionAnswer,
  }),
  nameVersion: define('nameVersion', {
    summary: 'Give a version a name, so that it is found again and always kept',
    act: 'write entries',
    body: VersionName,
    answer: VersionRow,
  }),
};

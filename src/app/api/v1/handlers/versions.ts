import type { versions as operations } from '../../../../contract/operations/versions';
import { nameVersion, version, versions } from '../../../../services/versions';
import type { HandlersOf } from './call';

export const versionsHandlers: HandlersOf<typeof operations> = {
  versions: ({ installation, path, query }) => versions(installation, path('id'), query),
  version: ({ installation, path, query }) => version(installation, path('id'), query),
  nameVersion: ({ installation, path, body }) =>
    nameVersion(installation, path('id'), Number(path('number')), body),
};

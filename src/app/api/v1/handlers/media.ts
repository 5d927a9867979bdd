import type { media as operations } from '../../../../contract/operations/media';
import { withInstead } from '../../../../services/instead';
import {
  addMedia,
  binMedium,
  changeMedium,
  mediaList,
  medium,
  mediumReach,
  replaceFile,
} from '../../../../services/media';
import type { HandlersOf } from './call';

export const mediaHandlers: HandlersOf<typeof operations> = {
  media: ({ installation, query }) => mediaList(installation, query),
  addMedia: ({ installation, person, query, bytes }) => addMedia(installation, person, query, bytes),
  medium: ({ installation, path }) => medium(installation, path('id')),
  mediumReach: ({ installation, path }) => mediumReach(installation, path('id')),
  binMedium: ({ installation, person, path, revision, query: { instead } }) =>
    withInstead(installation, person, { id: path('id'), instead, what: 'binned a medium' }, () =>
      binMedium(installation, person, path('id'), revision),
    ),
  replaceFile: ({ installation, person, path, revision, query, bytes }) =>
    replaceFile(installation, person, path('id'), revision, query, bytes),
  changeMedium: ({ installation, person, path, revision, body }) =>
    changeMedium(installation, person, path('id'), revision, body),
};

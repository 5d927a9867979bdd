import { ReachAnswer } from '../entries';
import { MediaAnswer, MediaListAnswer, MediaPatch, MediaQuery, MediaUpload } from '../media';
import { Instead } from '../instead';
import { define } from './operation';

/** The library of files. */
export const media = {
  media: define('media', {
    summary: 'Media by name, sort and folder, the newest first',
    act: 'read',
    query: MediaQuery,
    answer: MediaListAnswer,
  }),
  addMedia: define('addMedia', {
    summary: 'Bring in a file; what it is, its bytes tell',
    act: 'write entries',
    query: MediaUpload,
    bytes: true,
    answer: MediaAnswer,
    status: 201,
  }),
  medium: define('medium', { summary: 'One medium', act: 'read', answer: MediaAnswer }),
  mediumReach: define('mediumReach', {
    summary: 'What shows a medium, and the visitor pages on which it stands',
    act: 'read',
    answer: ReachAnswer,
  }),
  binMedium: define('binMedium', {
    summary: 'Put a medium in the bin; what shows it shows nothing there',
    act: 'write entries',
    query: Instead,
    guarded: true,
    status: 204,
  }),
  replaceFile: define('replaceFile', {
    summary: 'Put another file of the same sort in the place of the one that a medium is',
    act: 'write entries',
    query: MediaUpload,
    bytes: true,
    guarded: true,
    answer: MediaAnswer,
  }),
  changeMedium: define('changeMedium', {
    summary: 'Change what is said of a medium: its name, alternative text, folder, categories and tags',
    act: 'write entries',
    body: MediaPatch,
    answer: MediaAnswer,
    guarded: true,
  }),
};

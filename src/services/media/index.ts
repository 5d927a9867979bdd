/** The library of files: uploads, the sizes made of pictures, and sending them. */

export { mediaBounds } from './files';
export { mediaList, medium, mediumReach } from './library';
export { isMediaPath, serveMedium } from './serve';
export { siteIconFile } from './site-icon';
export { signDrawn } from './signature';
export { addMedia, binMedium, changeMedium, replaceFile } from './uploads';

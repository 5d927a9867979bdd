/** The sample reserve that the demo shows. */

export { type Sample, fillWithSample } from './sample';

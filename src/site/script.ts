import { leafLarger } from './leaf-larger';
import { showElsewhere } from './show-elsewhere';
import { STANDS, turnSlides } from './turn-slides';
import { workActs } from './work-acts';

/** The one script of visitors' pages, for those with slides, a gallery, acts or something from elsewhere: it only adds to what works without. */
export const siteScript = `(${turnSlides.toString()})(${STANDS});\n(${workActs.toString()})();\n(${leafLarger.toString()})();\n(${showElsewhere.toString()})();\n`;

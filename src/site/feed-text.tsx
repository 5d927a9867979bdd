import type { FaceContent } from '../core/mapping/face';
import { Face } from './face';

/** How wide (px) a text in a reader is taken to be. */
const WIDE = 640;

/** All that a face says but its heading, as HTML for those who read it away from the site; addresses begin at `origin`. */
export async function drawFeedText(face: FaceContent, origin: string): Promise<string> {
  const { renderToStaticMarkup } = await import('react-dom/server');
  const { heading: _heading, ...rest } = face;
  return wholeAddresses(renderToStaticMarkup(<Face face={rest} level={2} wide={WIDE} />), origin);
}

/** HTML whose addresses on the site begin at `origin`. Drawn text holds no quotes of its own: those are escapes there. */
const wholeAddresses = (html: string, origin: string): string =>
  html
    .replace(/ (href|src|poster)="\/(?!\/)/g, ` $1="${origin}/`)
    .replace(
      / srcSet="([^"]*)"/gi,
      (_all, set: string) => ` srcset="${set.replace(/(^|, )\//g, `$1${origin}/`)}"`,
    );

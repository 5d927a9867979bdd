import type { ReactElement, ReactNode } from 'react';
import type { FaceContent, Shown } from '../core/mapping/map';
import type { PartKey } from '../core/mapping/parts';

export interface FaceProps {
  face: FaceContent;
  /** Which heading the heading is, so that the page's outline is right. */
  level: 1 | 2 | 3;
  /** Name the field behind each part, for an editor who points at it. Visitors' pages go without. */
  traced?: boolean;
}

/** One filled-in thing as a visitor sees it: its parts, in the order of a face. */
export function Face({ face, level, traced = false }: FaceProps): ReactElement {
  const Heading = `h${level}` as const;
  const trace = (shown: Shown | undefined, part: PartKey) => (traced ? { 'data-part': part, 'data-field': shown?.field } : {});
  const first = (part: PartKey, draw: (shown: Shown) => ReactNode) => {
    const [shown] = face[part] ?? [];
    return shown && draw(shown);
  };
  const several = (part: PartKey, joint: string) =>
    face[part]?.map((shown, i) => <span key={i}>{i > 0 && joint}<span {...trace(shown, part)}>{shown.words}</span></span>);
  return (
    <article className="face">
      {face.kicker && <p className="kicker">{several('kicker', ' · ')}</p>}
      {first('heading', (shown) => <Heading className="heading" {...trace(shown, 'heading')}>{shown.words}</Heading>)}
      {face.date && <p className="date">{several('date', ' – ')}</p>}
      {first('summary', (shown) => <p className="summary" {...trace(shown, 'summary')}>{shown.words}</p>)}
      {first('text', (shown) => (
        <div className="text" {...trace(shown, 'text')}>{shown.words.split(/\n{2,}/).map((paragraph, i) => <p key={i}>{paragraph}</p>)}</div>
      ))}
      {face.figures && <p className="figures">{face.figures.map((shown, i) => <span key={i} {...trace(shown, 'figures')}>{shown.words}</span>)}</p>}
      {face.marks && <ul className="marks">{face.marks.map((shown, i) => <li key={i} {...trace(shown, 'marks')}>{shown.words}</li>)}</ul>}
    </article>
  );
}

import type { ReactElement } from 'react';
import type { Piece } from '../core/content/sought-words';

/** A text in which what was sought is marked. */
export function Found({ pieces }: { pieces: readonly Piece[] }): ReactElement {
  return (
    <>
      {pieces.map(({ words, hit }, i) => (hit ? <mark key={i}>{words}</mark> : <span key={i}>{words}</span>))}
    </>
  );
}

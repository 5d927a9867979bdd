import { checkModel, type ModelFault } from '../../../../core/model/check';
import type { ModelDocument } from '../../../../core/model/document';

export interface ToCheck {
  number: number;
  document: ModelDocument;
  used: string[];
  shown: string[];
}
export interface Checked {
  number: number;
  faults: ModelFault[];
}

// Every keystroke in Shape is checked, so the check runs beside the screen rather than in its way.
self.onmessage = ({ data: { number, document, used, shown } }: MessageEvent<ToCheck>) => {
  const answer: Checked = {
    number,
    faults: checkModel(document, { used: new Set(used), shown: new Set(shown) }),
  };
  self.postMessage(answer);
};

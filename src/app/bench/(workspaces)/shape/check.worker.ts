import { checkModel, type ModelFault } from '../../../../core/model/check';
import type { ModelDocument } from '../../../../core/model/document';

export interface ToCheck {
  number: number;
  document: ModelDocument;
  used: string[];
}
export interface Checked {
  number: number;
  faults: ModelFault[];
}

// Every keystroke in Shape is checked, so the check runs beside the screen rather than in its way.
self.onmessage = ({ data: { number, document, used } }: MessageEvent<ToCheck>) => {
  const answer: Checked = { number, faults: checkModel(document, new Set(used)) };
  self.postMessage(answer);
};

import type { ModelDocument } from '../../../../../core/model/document';
import { typePicture, type PictureOf } from '../../../../../core/model/placement/type-picture';

export interface ToDraw {
  document: ModelDocument;
  of: PictureOf;
}

self.onmessage = ({ data: { document, of } }: MessageEvent<ToDraw>) =>
  self.postMessage(typePicture(document, of));

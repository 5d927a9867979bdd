'use client';
import { memo, useMemo, type ReactElement } from 'react';
import { drawSample } from '../../../../../core/site/drawn-draft';
import type { CompiledType } from '../../../../../core/model/compile';
import type { BlockType } from '../../../../../core/model/document';
import { useDrawing } from '../../../../../ui/use-known';
import { Block } from '../../../../../site/block';
import { SmallDrawing } from '../starters/small-drawing';

const NOTHING_KNOWN: readonly string[] = [];

/** A block type as one of it looks, with the names of its fields where an editor's words will stand. */
export const BlockTypePicture = memo(function BlockTypePicture({
  type,
}: {
  type: CompiledType<BlockType>;
}): ReactElement {
  const drawing = useDrawing(NOTHING_KNOWN);
  const drawn = useMemo(() => drawSample(drawing, type), [drawing, type]);
  return (
    <SmallDrawing width={252} height={132} wide={600}>
      <Block
        block={drawn}
        level={2}
        around={{ above: [], title: '', locale: drawing.locale, address: '/' }}
      />
    </SmallDrawing>
  );
});

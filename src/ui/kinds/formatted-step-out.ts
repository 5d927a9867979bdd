import { Extension } from '@tiptap/core';
import { TextSelection, type Transaction } from '@tiptap/pm/state';

declare module '@tiptap/core' {
  interface Commands<ReturnType> {
    stepOut: { stepOutFor: (type: string) => ReturnType };
  }
}

/**
 * Goes on behind the list, quotation or table that one writes in, where such a piece may not stand inside: put
 * there, it leaves what it was put from whole.
 */
export function stepOutFor(tr: Transaction, name: string): void {
  const { $from, $to } = tr.selection;
  const type = tr.doc.type.schema.nodes[name];
  if (!type) return;
  const holds = (depth: number) => {
    const at = $from.indexAfter(depth);
    return $from.node(depth).canReplaceWith(at, at, type);
  };
  const depths = [...Array($from.depth).keys()];
  const holder = depths.findLast(holds);
  // Right in what holds it, words are parted where one writes.
  if (holder === undefined || holder === $from.depth - 1 || $to.depth < holder + 1) return;
  const behind = $to.after(holder + 1);
  const paragraph = tr.doc.type.schema.nodes.paragraph?.create();
  if (!paragraph) return;
  tr.insert(behind, paragraph);
  tr.setSelection(TextSelection.create(tr.doc, behind + 1));
}

/** The same as a command of the editor, before one that puts in a piece. */
export const StepOut = Extension.create({
  name: 'stepOut',
  addCommands: () => ({
    stepOutFor:
      (type) =>
      ({ tr }) => {
        stepOutFor(tr, type);
        return true;
      },
  }),
});

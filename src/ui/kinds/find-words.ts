import type { Node } from '@tiptap/pm/model';

/** Where words stand in a text of the editor: from one place to another. */
export interface FoundWords {
  from: number;
  to: number;
}

/**
 * Every place where some words stand in the paragraphs of a text, whatever marks run through them; capitals
 * count for nothing.
 */
export function findWords(text: Node, words: string): FoundWords[] {
  if (words === '') return [];
  const sought = words.toLowerCase();
  const found: FoundWords[] = [];
  text.descendants((node, at) => {
    if (!node.isTextblock) return true;
    // What is no text holds its place, so that nothing is found across it.
    const said = node.textBetween(0, node.content.size, '\n', '\n').toLowerCase();
    for (let i = said.indexOf(sought); i >= 0; i = said.indexOf(sought, i + sought.length))
      found.push({ from: at + 1 + i, to: at + 1 + i + words.length });
    return false;
  });
  return found;
}

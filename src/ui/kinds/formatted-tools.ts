import type { Feature } from '../../core/content/formatted';
import type { HouseStyle, TextStyle } from '../../core/model/fresh/house-style';
import type { FormattedRules } from '../../core/model/kinds/formatted';

/** What can be done to a text by one press each, in their order, and what its field must allow for it. */
const pressed = [
  { label: 'Bold', needs: 'bold' },
  { label: 'Italic', needs: 'italic' },
  { label: 'Underlined', needs: 'underline' },
  { label: 'Code', needs: 'code' },
  { label: 'List', needs: 'lists' },
  { label: 'Numbered list', needs: 'lists' },
  { label: 'Quotation', needs: 'quote' },
  { label: 'To the left', needs: 'alignment' },
  { label: 'In the middle', needs: 'alignment' },
  { label: 'To the right', needs: 'alignment' },
  { label: 'Ruled line', needs: 'rule' },
  { label: 'Table', needs: 'table' },
  { label: 'Undo' },
  { label: 'Redo' },
  { label: 'Link', needs: 'link' },
  { label: 'Picture', needs: 'picture' },
  { label: 'Find and replace' },
] as const satisfies readonly { label: string; needs?: Feature }[];

/** A tool of a text that is one press. */
export type TextTool = (typeof pressed)[number]['label'];

/** The tools that a field gives, by what it allows. */
export const toolsOf = (allow: readonly Feature[]): readonly TextTool[] =>
  pressed.flatMap((tool) => ('needs' in tool && !allow.includes(tool.needs) ? [] : tool.label));

/** The text styles that a field gives: none where it allows none. */
export const stylesOf = (
  { allow, styles = [] }: FormattedRules,
  { textStyles }: HouseStyle,
): readonly TextStyle[] =>
  allow.includes('styles') ? textStyles.filter(({ key }) => styles.length === 0 || styles.includes(key)) : [];

import { parseFormatted, type FormattedText } from '../../core/content/formatted';
import type { Json } from '../../core/json';

const nothing: FormattedText = { type: 'doc', content: [] };

/** The text that a form holds; nothing where it holds none that can be read. */
export function textIn(value: Json | undefined): FormattedText {
  const read = parseFormatted(value ?? nothing);
  return read.ok ? read.value : nothing;
}

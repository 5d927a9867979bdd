import { createElement, type ReactElement, type ReactNode } from 'react';
import type { FormattedMark, FormattedNode, FormattedText } from '../../core/content/formatted';
import type { JsonObject } from '../../core/json';

const elements: Readonly<Record<string, string>> = {
  hardBreak: 'br',
  paragraph: 'p',
  bulletList: 'ul',
  orderedList: 'ol',
  listItem: 'li',
  blockquote: 'blockquote',
  horizontalRule: 'hr',
  tableRow: 'tr',
  tableCell: 'td',
  tableHeader: 'th',
};
const markElements: Readonly<Record<string, string>> = {
  bold: 'strong',
  italic: 'em',
  underline: 'u',
  code: 'code',
  // Not yet a link that leads somewhere: the editor's own does not either.
  link: 'a',
  style: 'span',
};

interface Styled {
  'data-style'?: string;
  className?: string;
}
const styled = (key: unknown): Styled =>
  typeof key === 'string' ? { 'data-style': key, className: `t-${key}` } : {};

const marked = (text: string, marks: readonly FormattedMark[]): ReactNode =>
  marks.reduce<ReactNode>(
    (inside, { type, attrs }) => createElement(markElements[type] ?? 'span', styled(attrs?.key), inside),
    text,
  );

const Picture = ({ media, alt, caption, share, side }: JsonObject): ReactElement => (
  <figure
    {...(typeof share === 'string' ? { 'data-share': share } : {})}
    {...(typeof side === 'string' ? { 'data-side': side } : {})}
  >
    <img src={`/media/${String(media)}/here?w=640`} alt={typeof alt === 'string' ? alt : ''} />
    {typeof caption === 'string' && caption !== '' && <figcaption>{caption}</figcaption>}
  </figure>
);

function Piece({
  node: { type, text, marks = [], attrs = {}, content = [] },
}: {
  node: FormattedNode;
}): ReactNode {
  if (text !== undefined) return marked(text, marks);
  if (type === 'picture') return <Picture {...attrs} />;
  const inside = content.map((node, i) => <Piece key={i} node={node} />);
  if (type === 'codeBlock')
    return (
      <pre>
        <code>{inside}</code>
      </pre>
    );
  if (type === 'table')
    return (
      <table>
        <tbody>{inside}</tbody>
      </table>
    );
  const { textAlign, style, start, colspan, rowspan } = attrs;
  return createElement(
    type === 'heading' ? `h${Number(attrs.level)}` : (elements[type] ?? 'p'),
    {
      ...styled(style),
      ...(typeof textAlign === 'string' ? { style: { textAlign } } : {}),
      ...(typeof start === 'number' ? { start } : {}),
      ...(typeof colspan === 'number' ? { colSpan: colspan } : {}),
      ...(typeof rowspan === 'number' ? { rowSpan: rowspan } : {}),
    },
    ...(type === 'hardBreak' || type === 'horizontalRule'
      ? []
      : inside.length > 0
        ? inside
        : [<br key="" />]),
  );
}

/** A formatted text as its editor will show it, so that nothing moves when the editor comes. */
export const FormattedDrawn = ({ text }: { text: FormattedText }): ReactNode =>
  text.content.map((node, i) => <Piece key={i} node={node} />);

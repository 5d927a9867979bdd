import { Fragment, type ReactElement, type ReactNode } from 'react';
import type { FormattedMark, FormattedNode, FormattedText } from '../core/content/formatted';

const isText = (value: unknown): value is string => typeof value === 'string';

function marked(text: string, marks: readonly FormattedMark[]): ReactNode {
  return marks.reduce<ReactNode>((inside, { type, attrs }) => {
    switch (type) {
      case 'bold':
        return <strong>{inside}</strong>;
      case 'italic':
        return <em>{inside}</em>;
      case 'underline':
        return <u>{inside}</u>;
      case 'code':
        return <code>{inside}</code>;
      case 'link':
        return isText(attrs?.href) ? (
          <a href={attrs.href} rel={/^https?:/i.test(attrs.href) ? 'noopener' : undefined}>
            {inside}
          </a>
        ) : (
          inside
        );
      case 'style':
        return isText(attrs?.key) ? <span className={`t-${attrs.key}`}>{inside}</span> : inside;
      default:
        return inside;
    }
  }, text);
}

interface Place {
  /** Which heading stands above the text: headings in it begin one below. */
  level: number;
}

function Piece({ node, level }: { node: FormattedNode } & Place): ReactElement | null {
  const inside = <Pieces nodes={node.content ?? []} level={level} />;
  const { attrs = {} } = node;
  const classes =
    [isText(attrs.textAlign) ? `a-${attrs.textAlign}` : '', isText(attrs.style) ? `t-${attrs.style}` : '']
      .filter(Boolean)
      .join(' ') || undefined;
  switch (node.type) {
    case 'text':
      return <>{marked(node.text ?? '', node.marks ?? [])}</>;
    case 'hardBreak':
      return <br />;
    case 'paragraph':
      return <p className={classes}>{inside}</p>;
    case 'heading': {
      const Heading = `h${Math.min(6, Math.max(2, Number(attrs.level) - 1 + level))}` as 'h2';
      return <Heading className={classes}>{inside}</Heading>;
    }
    case 'bulletList':
      return <ul>{inside}</ul>;
    case 'orderedList':
      return <ol start={typeof attrs.start === 'number' ? attrs.start : undefined}>{inside}</ol>;
    case 'listItem':
      return <li>{inside}</li>;
    case 'blockquote':
      return <blockquote>{inside}</blockquote>;
    case 'codeBlock':
      return (
        <pre>
          <code>{inside}</code>
        </pre>
      );
    case 'horizontalRule':
      return <hr />;
    case 'table':
      return (
        <div className="scrolls">
          <table>
            <tbody>{inside}</tbody>
          </table>
        </div>
      );
    case 'tableRow':
      return <tr>{inside}</tr>;
    case 'tableHeader':
      return (
        <th scope="col" colSpan={Number(attrs.colspan ?? 1)} rowSpan={Number(attrs.rowspan ?? 1)}>
          {inside}
        </th>
      );
    case 'tableCell':
      return (
        <td colSpan={Number(attrs.colspan ?? 1)} rowSpan={Number(attrs.rowspan ?? 1)}>
          {inside}
        </td>
      );
    case 'picture':
      return isText(attrs.address) ? (
        <figure>
          <img
            src={`${attrs.address}?w=1280`}
            alt={isText(attrs.alt) ? attrs.alt : ''}
            width={typeof attrs.width === 'number' ? attrs.width : undefined}
            height={typeof attrs.height === 'number' ? attrs.height : undefined}
            loading="lazy"
            decoding="async"
          />
          {isText(attrs.caption) && <figcaption>{attrs.caption}</figcaption>}
        </figure>
      ) : null;
    default:
      return null;
  }
}

const Pieces = ({ nodes, level }: { nodes: readonly FormattedNode[] } & Place): ReactElement => (
  <>
    {nodes.map((node, i) => (
      <Fragment key={i}>
        <Piece node={node} level={level} />
      </Fragment>
    ))}
  </>
);

/** A formatted text as plain HTML: only the pieces that the core knows, never markup that somebody wrote. */
export const Formatted = ({ text, level }: { text: FormattedText } & Place): ReactElement => (
  <Pieces nodes={text.content} level={level} />
);

import { Fragment, type ReactElement, type ReactNode } from 'react';
import type { FormattedMark, FormattedNode, FormattedText } from '../core/content/formatted';
import { pictureWidths } from '../core/content/picture-widths';
import type { JsonObject } from '../core/json';
import { pictureAddress, UnderPicture } from './picture';

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

/** How a picture in a text stands there; nothing where it takes all of the measure. */
const picturePlace = ({ share, side }: JsonObject): string | undefined =>
  [isText(share) ? `s-${share}` : '', isText(side) ? `at-${side}` : ''].filter(Boolean).join(' ') ||
  undefined;

/** How wide (px) a text is at most, and how much of it pictures take. */
const MEASURE = 680;
const shares: Readonly<Record<string, number>> = { third: 1 / 3, half: 1 / 2 };

/** In which widths a picture in a text can be had, and how wide it is shown. */
function widthsOf({ address, share, edit }: JsonObject): { src: string; srcSet: string; sizes: string } {
  const at = (width: number) =>
    pictureAddress({ address: String(address), ...(isText(edit) ? { edit } : {}) }, width);
  const shown = Math.round(MEASURE * (isText(share) ? (shares[share] ?? 1) : 1));
  return {
    src: at(pictureWidths.find((width) => width >= shown) ?? 1280),
    srcSet: pictureWidths
      .filter((width) => width <= shown * 2.9)
      .map((width) => `${at(width)} ${width}w`)
      .join(', '),
    sizes: `(max-width: 700px) 100vw, ${shown}px`,
  };
}

interface Place {
  /** Which heading stands above the text: headings in it begin one below. */
  level: number;
  /** By which names addresses lead to headings in it. */
  anchors?: ReadonlyMap<FormattedNode, string> | undefined;
}

/** Whether a cell says nothing: then it heads nothing either. */
const saysNothing = ({ text, content = [] }: FormattedNode): boolean =>
  (text ?? '') === '' && content.every(saysNothing);

/** A row of a table. One of heads alone heads the columns below it; a head among cells heads its row. */
function Row({ cells, level }: { cells: readonly FormattedNode[] } & Place): ReactElement {
  const isHead = cells.every(({ type }) => type === 'tableHeader');
  return (
    <tr>
      {cells.map((cell, i) => {
        const { colspan = 1, rowspan = 1 } = cell.attrs ?? {};
        const spans = { colSpan: Number(colspan), rowSpan: Number(rowspan) };
        const inside = <Pieces nodes={cell.content ?? []} level={level} />;
        return cell.type === 'tableHeader' && !saysNothing(cell) ? (
          <th key={i} scope={isHead ? 'col' : 'row'} {...spans}>
            {inside}
          </th>
        ) : (
          <td key={i} {...spans}>
            {inside}
          </td>
        );
      })}
    </tr>
  );
}

function Piece({ node, level, anchors }: { node: FormattedNode } & Place): ReactElement | null {
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
      return (
        <Heading className={classes} id={anchors?.get(node)}>
          {inside}
        </Heading>
      );
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
      return <Row cells={node.content ?? []} level={level} />;
    case 'picture':
      return isText(attrs.address) ? (
        <figure className={picturePlace(attrs)}>
          <img
            {...widthsOf(attrs)}
            alt={isText(attrs.alt) ? attrs.alt : ''}
            width={typeof attrs.width === 'number' ? attrs.width : undefined}
            height={typeof attrs.height === 'number' ? attrs.height : undefined}
            loading="lazy"
            decoding="async"
          />
          <UnderPicture
            caption={isText(attrs.caption) ? attrs.caption : undefined}
            credit={isText(attrs.credit) ? attrs.credit : undefined}
          />
        </figure>
      ) : null;
    default:
      return null;
  }
}

const Pieces = ({ nodes, level, anchors }: { nodes: readonly FormattedNode[] } & Place): ReactElement => (
  <>
    {nodes.map((node, i) => (
      <Fragment key={i}>
        <Piece node={node} level={level} anchors={anchors} />
      </Fragment>
    ))}
  </>
);

/** A formatted text as plain HTML: only the pieces that the core knows, never markup that somebody wrote. */
export const Formatted = ({ text, level, anchors }: { text: FormattedText } & Place): ReactElement => (
  <Pieces nodes={text.content} level={level} anchors={anchors} />
);

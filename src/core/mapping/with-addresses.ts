import { targetOfHref, type FormattedNode, type FormattedText } from '../content/formatted';
import type { Drawing } from './face';

/**
 * A text whose links to things kept here lead to where visitors find them; a link whose way is closed becomes
 * plain words.
 */
export function withAddresses(text: FormattedText, drawing: Drawing): FormattedText {
  const { known } = drawing;
  const address = (href: string): string | undefined => {
    const found = targetOfHref(href);
    if (!found) return href;
    if (found.sort === 'media') return known?.media.get(found.target)?.address;
    if (found.sort === 'entry') return known?.entries.get(found.target)?.address;
    const page = found.sort === 'page' ? known?.pages.get(found.target) : undefined;
    return page?.live ? page.address + (found.block === undefined ? '' : `#b-${found.block}`) : undefined;
  };
  const each = (node: FormattedNode): FormattedNode => {
    const marks = node.marks?.flatMap((mark) => {
      if (mark.type !== 'link') return [mark];
      const to = typeof mark.attrs?.href === 'string' ? address(mark.attrs.href) : undefined;
      return to ? [{ ...mark, attrs: { href: to } }] : [];
    });
    const picture =
      node.type === 'picture' && typeof node.attrs?.media === 'string'
        ? known?.media.get(node.attrs.media)
        : undefined;
    const attrs = picture
      ? {
          ...node.attrs,
          address: picture.address,
          width: picture.width ?? null,
          height: picture.height ?? null,
          alt: node.attrs?.alt ?? (picture.decoration ? '' : picture.alt),
          caption: node.attrs?.caption ?? picture.caption ?? null,
          ...(picture.credit ? { credit: picture.credit } : {}),
          ...(picture.edit ? { edit: picture.edit } : {}),
        }
      : node.attrs;
    return {
      ...node,
      ...(marks ? { marks } : {}),
      ...(attrs ? { attrs } : {}),
      ...(node.content ? { content: node.content.map(each) } : {}),
    };
  };
  return { type: 'doc', content: text.content.map(each) };
}

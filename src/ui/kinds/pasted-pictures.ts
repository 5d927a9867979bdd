import type { MediaAnswer } from '../../contract/media';
import { sendFile } from '../ask';

/** A picture that stands in a text as data (RFC 2397), as a file; nothing where it is none that can be read. */
function fileOf(source: string, n: number): File | undefined {
  const [, type, data] = /^data:(image\/[a-z+.-]+);base64,(.+)$/is.exec(source) ?? [];
  if (type === undefined || data === undefined) return undefined;
  const bytes = Uint8Array.from(atob(data.replace(/\s/g, '')), (letter) => letter.charCodeAt(0));
  return new File([bytes], `Pasted picture ${n + 1}.${type.slice('image/'.length).replace('jpeg', 'jpg')}`, {
    type,
  });
}

const bringIn = (file: File): Promise<MediaAnswer> => sendFile('addMedia', file, { name: file.name });

/** The pictures of a clipboard that come as files. */
export const picturesIn = (data: DataTransfer | null): File[] =>
  [...(data?.files ?? [])].filter(({ type }) => type.startsWith('image/'));

/** Brings pictures in as media, and answers them as the editor puts them into a text. */
export async function figuresOf(files: readonly File[]): Promise<string> {
  const media = await Promise.all(files.map(bringIn));
  return media.map(({ id }) => `<figure data-media="${id}"></figure>`).join('');
}

/** Cleaned HTML whose pictures are brought in as media; where none may stand they go. */
export async function withPictures(html: string, allowed: boolean): Promise<string> {
  const { body } = new DOMParser().parseFromString(html, 'text/html');
  const pictures = [...body.querySelectorAll('img')];
  for (const [i, picture] of pictures.entries()) {
    const file = allowed ? fileOf(picture.src, i) : undefined;
    if (!file) {
      picture.remove();
      continue;
    }
    const medium = await bringIn(file);
    const figure = body.ownerDocument.createElement('figure');
    figure.dataset.media = medium.id;
    // A picture is a block of its own: it stands behind the paragraph that held it.
    const holder = picture.closest('p, li, h2, h3, h4');
    (holder ?? picture).after(figure);
    picture.remove();
    if (holder?.textContent?.trim() === '' && !holder.querySelector('img')) holder.remove();
  }
  return body.innerHTML;
}

import { readBytes } from './read-bytes';

const forms = ['multipart/form-data', 'application/x-www-form-urlencoded'];

/**
 * The words of a form that a visitor sent, by the names of its fields; of files nothing. `'too-large'` past
 * the bound, and
 * `{}` for what is no form or cannot be read as one.
 */
export async function readForm(
  request: Request,
  most: number,
): Promise<Record<string, string> | 'too-large'> {
  const type = request.headers.get('content-type') ?? '';
  if (!forms.includes(type.split(';')[0]?.trim() ?? '')) return {};
  const bytes = await readBytes(request, most);
  if (!bytes) return 'too-large';
  try {
    const form = await new Response(new Uint8Array(bytes), { headers: { 'content-type': type } }).formData();
    const words = [...form].flatMap(([name, value]): [string, string][] =>
      typeof value === 'string' ? [[name, value]] : [],
    );
    return Object.fromEntries(words);
  } catch {
    return {};
  }
}

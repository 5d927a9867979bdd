import { slugFrom } from '../content/slug';

/** A part of the guide: a heading of a chapter with what stands below it, as Markdown. */
export interface GuidePart {
  id: string;
  chapter: string;
  title: string;
  text: string;
}

const idOf = (words: string): string => slugFrom(words, { drop: {}, atMost: 80 }, 'en');

/**
 * The parts of one chapter: what stands below its title (heading 1), then each section (heading 2) by itself. Ids are
 * those of chapter and section: `map`, `map/which-entries`.
 */
export function guideParts(markdown: string): GuidePart[] {
  const [, chapter = '', rest = ''] = /^# (.+)\n([^]*)$/.exec(markdown.trim()) ?? [];
  const [head = '', ...sections] = rest.split(/^## /m);
  return [
    { id: idOf(chapter), chapter, title: chapter, text: head.trim() },
    ...sections.map((section): GuidePart => {
      const end = section.indexOf('\n');
      const title = section.slice(0, end < 0 ? undefined : end).trim();
      return {
        id: `${idOf(chapter)}/${idOf(title)}`,
        chapter,
        title,
        text: end < 0 ? '' : section.slice(end).trim(),
      };
    }),
  ];
}

const folded = (text: string): string => text.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** The parts in which every one of some words stands, those with them in their titles first. */
export function searchGuide(parts: readonly GuidePart[], words: string): GuidePart[] {
  const asked = folded(words).split(/\s+/).filter(Boolean);
  if (asked.length === 0) return [];
  const holds = (text: string) => asked.every((word) => folded(text).includes(word));
  const found = parts.filter(({ title, text }) => holds(`${title} ${text}`));
  return [...found.filter(({ title }) => holds(title)), ...found.filter(({ title }) => !holds(title))];
}

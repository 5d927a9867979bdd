import { freeSlug, slugFrom } from '../../core/content/slug';
import { isJsonObject, type Json } from '../../core/json';
import type { WriteTransaction } from '../database';

/** The last pieces of the addresses of entries. Those that visitors see already get theirs from their titles. */
export const entrySlugs = {
  name: '003-entry-slugs',
  async up(tx: WriteTransaction): Promise<void> {
    await tx.run(
      'CREATE TABLE entry_slugs (record INTEGER PRIMARY KEY REFERENCES records(id) ON DELETE CASCADE, type INTEGER NOT NULL, slug TEXT NOT NULL)',
    );
    await tx.run('CREATE UNIQUE INDEX entry_by_slug ON entry_slugs (type, slug)');
    const model = await tx.one<{ body: string }>(
      'SELECT body FROM model_revisions ORDER BY number DESC LIMIT 1',
    );
    const rules = rulesIn(JSON.parse(model?.body ?? 'null') as Json);
    const shown = await tx.all<{ id: number; type: number; of: string; title: string }>(
      "SELECT r.id, r.type, t.uuid AS of, max(l.title) AS title FROM records r JOIN ids t ON t.n = r.type JOIN live l ON l.record = r.id WHERE r.sort = 'entry' GROUP BY r.id ORDER BY r.id",
    );
    const taken = new Set<string>();
    const rows = shown.map(({ id, type, of, title }) => {
      const slug = freeSlug(slugFrom(title, rules.get(of) ?? usual, 'en') || 'entry', (each) =>
        taken.has(`${type} ${each}`),
      );
      taken.add(`${type} ${slug}`);
      return [id, type, slug];
    });
    await tx.insertMany('entry_slugs', ['record', 'type', 'slug'], rows);
  },
};

interface Rule {
  drop: Record<string, string[]>;
  atMost: number;
}
const usual: Rule = { drop: {}, atMost: 60 };

/** How slugs are made, by the ids of the content types of a model document. */
function rulesIn(document: Json): Map<string, Rule> {
  const types =
    isJsonObject(document) && Array.isArray(document.contentTypes)
      ? document.contentTypes.filter(isJsonObject)
      : [];
  return new Map(
    types.flatMap(({ id, slug }) =>
      typeof id === 'string' && isJsonObject(slug) && typeof slug.atMost === 'number'
        ? [[id, { drop: slug.drop as unknown as Rule['drop'], atMost: slug.atMost }] as const]
        : [],
    ),
  );
}

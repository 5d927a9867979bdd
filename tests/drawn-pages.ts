import { renderPage } from '../src/site/render';
import type { Installation } from '../src/services/runtime';
import { visit } from '../src/services/visitor';

const isPage = (html: string): boolean => html.startsWith('<!doctype');

/** What visitors get at the addresses of an installation, drawn as the server draws it and kept as it keeps it. */
export class DrawnPages {
  /** What each drawn page is kept by: what it is made from, and the moment until which it is true. */
  private readonly kept = new Map<string, { madeFrom: readonly [string, ...string[]]; validUntil: number }>();

  constructor(
    private readonly installation: Installation,
    private readonly addresses: () => Promise<string[]> | string[],
  ) {}

  /** The page at an address as plain HTML, or what else was found there. */
  async html(address: string): Promise<string> {
    const found = await visit(this.installation, address);
    if (found.found === 'page') this.kept.set(address, found);
    return found.found === 'page'
      ? renderPage(found.page, { stylesheet: '/site.css', script: '/site.js', icon: '/site-icon.svg' })
      : found.found;
  }

  async all(): Promise<Map<string, string>> {
    return new Map(
      await Promise.all(
        (await this.addresses()).map(async (address): Promise<[string, string]> => [
          address,
          await this.html(address),
        ]),
      ),
    );
  }

  /** Keeps the page at an address as ready; one that was drawn just now need not be drawn again. */
  async keep(address: string, drawn?: string): Promise<void> {
    const html = drawn ?? (await this.html(address));
    const { madeFrom, validUntil } = this.kept.get(address) ?? { madeFrom: [''] as const, validUntil: 0 };
    if (isPage(html))
      this.installation.rendered.keep(madeFrom, address, html, validUntil, this.installation.rendered.since);
  }

  /** Keeps every page as ready, and none besides. Answers what they say. */
  async keepAll(): Promise<Map<string, string>> {
    const all = await this.all();
    this.installation.rendered.renewAll();
    for (const [address, html] of all) await this.keep(address, html);
    return all;
  }

  /**
   * What an edit, or a move of the clock, does to pages that are all ready: those that differ after it, and
   * those that are ready no longer.
   */
  async after(edit: () => Promise<unknown>): Promise<{ differing: string[]; renewed: string[] }> {
    const before = await this.keepAll();
    await edit();
    const after = await this.all();
    return {
      differing: [...before]
        .filter(([address, was]) => isPage(was) && was !== (after.get(address) ?? 'nothing'))
        .map(([address]) => address),
      renewed: [...before]
        .filter(
          ([address, was]) =>
            isPage(was) && !this.installation.rendered.find(address, this.installation.now()),
        )
        .map(([address]) => address),
    };
  }

  /**
   * Does edits one after the other, `tick` before each. No page that differs after one may have been missed.
   * Answers how
   * many pages differed, how many were renewed, and how many stood, counted over all edits.
   */
  async over<E>(
    edits: readonly E[],
    tick: (i: number) => void,
    edit: (each: E) => Promise<unknown>,
  ): Promise<{ differ: number; renew: number; stood: number }> {
    const sums = { differ: 0, renew: 0, stood: 0 };
    for (const [i, each] of edits.entries()) {
      tick(i);
      const { differing, renewed } = await this.after(() => edit(each));
      expect([each, differing.filter((address) => !renewed.includes(address))]).toEqual([each, []]);
      sums.differ += differing.length;
      sums.renew += renewed.length;
      sums.stood += (await this.addresses()).length;
    }
    return sums;
  }
}

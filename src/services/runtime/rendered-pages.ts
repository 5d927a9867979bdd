import { createHash } from 'node:crypto';
import { gzipSync } from 'node:zlib';
import type { Id } from '../../core/ids';

/** One visitor's page as it goes out. */
export interface RenderedPage {
  /** The id of the page, or of the entry that it shows. */
  of: Id;
  html: Buffer;
  gzip: Buffer;
  etag: string;
  /** The moment (ms) from which it may no longer be true. */
  validUntil: number;
}

const MOST_PAGES = 20_000;

/**
 * The visitors' pages that are ready, by address; one page may be ready in several languages. What reach
 * names is taken out and rendered again when next asked for. A rendering that began before a change and ended
 * after it is not kept: `since` tells.
 */
export class RenderedPages {
  private readonly pages = new Map<string, RenderedPage>();
  /** The addresses at which each page is ready, by the page's id. */
  private readonly addresses = new Map<Id, Set<string>>();
  private generation = 0;
  /** Counted for the bench and the tests: how many pages were taken out, how many rendered. */
  renewed = 0;
  rendered = 0;

  /** The turn of changes now; hand it to `keep` to prove that nothing changed meanwhile. */
  get since(): number {
    return this.generation;
  }

  find(address: string, now: number): RenderedPage | undefined {
    const page = this.pages.get(address);
    if (!page) return undefined;
    if (now < page.validUntil) return page;
    this.pages.delete(address);
    return undefined;
  }

  /**
   * Keeps a page at an address, if nothing changed since the turn `since`. It is told by the first of `ids`,
   * and taken out with any of them.
   */
  keep(
    ids: readonly [Id, ...Id[]],
    address: string,
    html: string,
    validUntil: number,
    since: number,
  ): RenderedPage {
    const bytes = Buffer.from(html);
    const page = {
      of: ids[0],
      html: bytes,
      gzip: gzipSync(bytes),
      etag: `"${createHash('sha256').update(bytes).digest('base64url').slice(0, 22)}"`,
      validUntil,
    };
    this.rendered += 1;
    if (since !== this.generation) return page;
    if (this.pages.size >= MOST_PAGES) {
      const oldest = this.pages.keys().next();
      if (!oldest.done) this.pages.delete(oldest.value);
    }
    this.pages.set(address, page);
    for (const id of ids) this.addresses.set(id, (this.addresses.get(id) ?? new Set()).add(address));
    return page;
  }

  /** Takes pages out, in every language they are ready in. */
  renew(pages: Iterable<Id>): void {
    this.generation += 1;
    for (const id of pages) {
      for (const address of this.addresses.get(id) ?? []) if (this.pages.delete(address)) this.renewed += 1;
      this.addresses.delete(id);
    }
  }

  renewAll(): void {
    this.generation += 1;
    this.renewed += this.pages.size;
    this.pages.clear();
    this.addresses.clear();
  }
}

import { createHash, randomBytes } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import type { Id } from '../../core/ids';
import { ALL } from './cache-groups';
import { pack, packings, type Packing } from './packing';
import { noteRenewed } from './request-context';
import { SharedCaches } from './shared-caches';

/** One visitor's page as it goes out. */
export interface RenderedPage {
  /** The id of the page, or of the entry that it shows. */
  of: Id;
  /** The ids of what it is made from. */
  ids: readonly Id[];
  html: Buffer;
  /** As it is packed; each is there a moment after the page, `whenPacked`. */
  packed: Partial<Record<Packing, Buffer>>;
  whenPacked: Promise<Partial<Record<Packing, Buffer>>>;
  etag: string;
  /** The moment (ms) from which it may no longer be true. */
  validUntil: number;
}

/** What a page takes besides its bytes, about. */
const AROUND = 1000;
/** Of how many addresses it is known how often they are asked for. */
const MOST_COUNTED = 5000;
/** How many of the pages that were taken out are drawn again before anyone asks, at most. */
const MOST_WAITING = 200;

/** Of how many ids it is known when they were last renewed. */
const MOST_RENEWED = 5000;

async function packed(bytes: Buffer): Promise<Record<Packing, Buffer>> {
  const [br, gzip] = await Promise.all([pack.br(bytes), pack.gzip(bytes)]);
  return { br, gzip };
}

const bytesOf = ({ html, packed }: RenderedPage): number =>
  packings.reduce((sum, packing) => sum + (packed[packing]?.length ?? 0), html.length + AROUND);

/**
 * The visitors' pages that are ready, by address; one page may be ready in several languages. What reach names is taken
 * out and drawn again: when next asked for, or before, where many ask. A drawing that began before a change and ended
 * after it is not kept: `since` tells. Bounded by bytes; what nobody asked for the longest makes room.
 */
export class RenderedPages {
  private readonly pages: LRUCache<string, RenderedPage>;
  /** The addresses at which each page is ready, by the ids that it is made from. */
  private readonly addresses = new Map<Id, Set<string>>();
  private readonly idsAt = new Map<string, readonly Id[]>();
  /** How often each address was asked for. */
  private readonly asked = new LRUCache<string, number>({ max: MOST_COUNTED });
  /** Addresses whose pages were taken out and are worth drawing again. */
  private waiting: string[] = [];
  /** How many are being drawn again. */
  private redrawn = 0;
  /** Drawings under way, by address, each with the turn of changes in which it began. */
  private readonly drawing = new Map<string, { since: number; drawn: Promise<unknown> }>();
  /** What the server says with a request of its own that draws a page again, so that it counts as no visit. */
  readonly redrawing = randomBytes(16).toString('base64url');
  private generation = 0;
  /** The turn in which each id was last renewed; what is not told here was not renewed after `allRenewed`. */
  private readonly renewedIn = new Map<Id, number>();
  private allRenewed = 0;
  /** Counted for the bench and the tests: how many pages were taken out, how many rendered. */
  renewed = 0;
  rendered = 0;

  constructor(
    bytes: number,
    private readonly caches = new SharedCaches([]),
  ) {
    this.pages = new LRUCache({
      maxSize: bytes,
      sizeCalculation: bytesOf,
      // An address is forgotten with its page.
      dispose: (_page, address, reason) => {
        if (reason !== 'set') this.forget(address);
      },
    });
  }

  /** The turn of changes now; hand it to `keep` to prove that nothing changed meanwhile. */
  get since(): number {
    return this.generation;
  }

  /** How many pages are ready. */
  get size(): number {
    return this.pages.size;
  }

  find(address: string, now: number): RenderedPage | undefined {
    const page = this.pages.get(address);
    if (!page) return undefined;
    if (now >= page.validUntil) {
      this.pages.delete(address);
      return undefined;
    }
    this.asked.set(address, (this.asked.get(address) ?? 0) + 1);
    return page;
  }

  /**
   * Keeps a page at an address, if none of `ids` was renewed since the turn `since`; else it waits to be drawn
   * again. It
   * is told by the first of `ids`, and taken out with any of them.
   */
  keep(
    ids: readonly [Id, ...Id[]],
    address: string,
    html: string,
    validUntil: number,
    since: number,
  ): RenderedPage {
    const bytes = Buffer.from(html);
    const page: RenderedPage = {
      of: ids[0],
      ids,
      html: bytes,
      packed: {},
      whenPacked: packed(bytes),
      etag: `"${createHash('sha256').update(bytes).digest('base64url').slice(0, 22)}"`,
      validUntil,
    };
    this.rendered += 1;
    if (this.isRenewed(ids, since)) {
      this.tookOut([address]);
      // Whoever asked is answered, but nobody is to keep it.
      return { ...page, validUntil: 0 };
    }
    this.forget(address);
    this.pages.set(address, page);
    // One that is larger than all memory for pages is not kept.
    if (!this.pages.has(address)) return page;
    this.idsAt.set(address, ids);
    for (const id of ids) this.addresses.set(id, (this.addresses.get(id) ?? new Set()).add(address));
    void this.keepPacked(address, page);
    return page;
  }

  /** Draws what stands at an address; whoever asks while it is being drawn is answered by the same drawing. */
  once<Drawn>(address: string, draw: () => Promise<Drawn>): Promise<Drawn> {
    const under = this.drawing.get(address);
    // What stands under an address was put there by the one place that draws.
    if (under && under.since === this.generation) return under.drawn as Promise<Drawn>;
    const own = { since: this.generation, drawn: draw() };
    this.drawing.set(address, own);
    const done = () => {
      if (this.drawing.get(address) === own) this.drawing.delete(address);
    };
    own.drawn.then(done, done);
    return own.drawn;
  }

  /** Takes pages out, in every language they are ready in. */
  renew(pages: readonly Id[]): void {
    this.generation += 1;
    const gone: string[] = [];
    for (const id of pages) {
      this.renewedIn.set(id, this.generation);
      for (const address of [...(this.addresses.get(id) ?? [])])
        if (this.pages.delete(address)) gone.push(address);
    }
    if (this.renewedIn.size > MOST_RENEWED) this.forgetRenewals();
    this.renewed += gone.length;
    this.tookOut(gone);
    this.dropInFront(pages);
  }

  renewAll(): void {
    this.generation += 1;
    this.forgetRenewals();
    const gone = [...this.pages.keys()];
    this.pages.clear();
    this.renewed += gone.length;
    this.tookOut(gone);
    this.dropInFront([ALL]);
  }

  /** What is kept of pages in front of this server is dropped there too. */
  private dropInFront(ids: Iterable<Id>): void {
    this.caches.drop(ids);
    noteRenewed(ids);
  }

  /** How many pages that were taken out are not drawn again yet. */
  get waits(): number {
    return this.waiting.length + this.redrawn;
  }

  /** Draws the most asked of the pages that were taken out and that nobody asked for since, if there is one. */
  async drawNext(draw: (address: string) => Promise<unknown>): Promise<void> {
    const next = this.nextToDraw();
    if (next === undefined) return;
    this.redrawn += 1;
    try {
      await draw(next);
    } finally {
      this.redrawn -= 1;
    }
  }

  private nextToDraw(): string | undefined {
    const next = this.waiting.shift();
    return next === undefined || !this.pages.has(next) ? next : this.nextToDraw();
  }

  /** Whether what was drawn from the turn `since` on may be old. */
  private isRenewed(ids: readonly Id[], since: number): boolean {
    return since < this.allRenewed || ids.some((id) => since < (this.renewedIn.get(id) ?? 0));
  }

  private forgetRenewals(): void {
    this.renewedIn.clear();
    this.allRenewed = this.generation;
  }

  private tookOut(addresses: readonly string[]): void {
    const asked = (address: string) => this.asked.peek(address) ?? 0;
    // What is kept for some alone is drawn again when one of them asks: it stands at no address of its own.
    const open = addresses.filter((address) => address.startsWith('/') && asked(address) > 0);
    this.waiting = [...new Set([...this.waiting, ...open])]
      .sort((a, b) => asked(b) - asked(a))
      .slice(0, MOST_WAITING);
  }

  private forget(address: string): void {
    for (const id of this.idsAt.get(address) ?? []) {
      const at = this.addresses.get(id);
      at?.delete(address);
      if (at?.size === 0) this.addresses.delete(id);
    }
    this.idsAt.delete(address);
  }

  private async keepPacked(address: string, page: RenderedPage): Promise<void> {
    const all = await page.whenPacked;
    // In place of the page, so that its bytes are counted anew; unless another stands there by now.
    if (this.pages.peek(address) === page) this.pages.set(address, { ...page, packed: all });
  }
}

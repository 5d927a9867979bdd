import type { Id } from '../../core/ids';
import { ALL, cacheGroups, MOST_GROUPS } from './cache-groups';
import { log } from './log';

/** How long (ms) a cache has to answer, and how long it is waited before one that did not is told again. */
const PATIENCE = 5000;
const AGAIN = [1000, 5000, 30_000] as const;

/** Tells a cache to drop some groups. Throws where it does not take that. */
type Tell = (address: string, groups: string) => Promise<void>;

/** The call that a cache in front understands by its own set-up (`docs/varnish.vcl`): PURGE, naming the groups. */
const purge: Tell = async (address, groups) => {
  const answer = await fetch(address, {
    method: 'PURGE',
    headers: { 'Cache-Groups': groups },
    signal: AbortSignal.timeout(PATIENCE),
  });
  await answer.arrayBuffer();
  if (!answer.ok) throw new Error(`It answered ${answer.status}.`);
};

/**
 * The shared caches in front of the installation, told what to drop: exactly what reach names. What one could
 * not be told waits and is told again; it is bounded, since all at once can be dropped too.
 */
export class SharedCaches {
  private readonly waiting = new Map<string, Set<Id>>();
  private readonly telling = new Map<string, Promise<void>>();

  constructor(
    private readonly addresses: readonly string[],
    private readonly tell: Tell = purge,
    private readonly again: readonly number[] = AGAIN,
  ) {}

  /** Drops what is made of something; `ALL` drops everything. */
  drop(ids: Iterable<Id>): void {
    if (this.addresses.length === 0) return;
    const dropped = [...ids];
    if (dropped.length === 0) return;
    for (const address of this.addresses) {
      const waits = new Set([...(this.waiting.get(address) ?? []), ...dropped]);
      this.waiting.set(address, waits.has(ALL) || waits.size > MOST_GROUPS ? new Set([ALL]) : waits);
      if (!this.telling.has(address))
        this.telling.set(
          address,
          this.tellAll(address).finally(() => this.telling.delete(address)),
        );
    }
  }

  /** Waits until every cache was told, or given up. */
  async settled(): Promise<void> {
    await Promise.all(this.telling.values());
  }

  private async tellAll(address: string): Promise<void> {
    for (let ids = this.taken(address); ids.length > 0; ids = this.taken(address))
      for (let turn = 0; ; turn += 1)
        try {
          await this.tell(address, cacheGroups(ids));
          break;
        } catch (error) {
          const pause = this.again[turn];
          log.error(
            { error, address, again: pause !== undefined },
            'A shared cache was not told what to drop.',
          );
          // What it keeps ends by itself, by the time that it was told to keep it.
          if (pause === undefined) break;
          await new Promise((resolve) => setTimeout(resolve, pause).unref());
        }
  }

  private taken(address: string): Id[] {
    const ids = [...(this.waiting.get(address) ?? [])];
    this.waiting.delete(address);
    return ids;
  }
}

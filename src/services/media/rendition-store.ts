import { readdir, stat, unlink, utimes } from 'node:fs/promises';
import { join, relative } from 'node:path';
import { LRUCache } from 'lru-cache';

/** How often (ms) it is written down that a size was used. */
const NOTED = 3_600_000;

/**
 * The made sizes of pictures on the disk, bounded in all: the least used go first. Files are told by their
 * place below the folder of media.
 */
export class RenditionStore {
  private readonly files: LRUCache<string, { bytes: number; noted: number }>;
  private loading: Promise<void> | undefined;

  constructor(
    private readonly folder: string,
    most: number,
  ) {
    this.files = new LRUCache({
      maxSize: Math.max(1, most),
      sizeCalculation: ({ bytes }) => Math.max(1, bytes),
      dispose: (_, file, reason) => {
        if (reason === 'evict' || reason === 'delete') void unlink(join(folder, file)).catch(() => undefined);
      },
    });
  }

  /** Whether a size is there; where it is, it counts as used now. */
  async has(path: string): Promise<boolean> {
    await this.loaded();
    const file = relative(this.folder, path);
    const found = this.files.get(file);
    if (!found) return false;
    const now = Date.now();
    if (now - found.noted > NOTED) {
      found.noted = now;
      await utimes(path, new Date(now), new Date(now)).catch(() => this.files.delete(file));
    }
    return this.files.has(file);
  }

  /** Counts a size that was just made. One that is larger than all may be is let go at once. */
  async made(path: string): Promise<void> {
    await this.loaded();
    const { size } = await stat(path);
    this.files.set(relative(this.folder, path), { bytes: size, noted: Date.now() });
  }

  /** How many bytes all of them take. */
  get bytes(): number {
    return this.files.calculatedSize;
  }

  /** What lies there from before, the longest unused first. */
  private loaded(): Promise<void> {
    return (this.loading ??= this.load());
  }

  private async load(): Promise<void> {
    const found: { file: string; bytes: number; at: number }[] = [];
    for (const medium of await readdir(this.folder).catch(() => [])) {
      const sizes = join(this.folder, medium, 'sizes');
      for (const name of await readdir(sizes).catch(() => [])) {
        const path = join(sizes, name);
        // What was half written when the server stopped is of no use.
        if (name.endsWith('.part')) await unlink(path).catch(() => undefined);
        else {
          const { size, mtimeMs } = await stat(path);
          found.push({ file: relative(this.folder, path), bytes: size, at: mtimeMs });
        }
      }
    }
    found.sort((a, b) => a.at - b.at);
    for (const { file, bytes, at } of found) this.files.set(file, { bytes, noted: at });
  }
}

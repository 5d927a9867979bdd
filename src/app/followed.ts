import { createHash } from 'node:crypto';
import type { Audience } from '../core/site/audience';
import { feedTypes, type FeedKind } from '../core/site/address';
import { signDrawn } from '../services/media';
import type { Installation } from '../services/runtime';
import { asVisitor, feedOf } from '../services/visitor';
import { drawFeedText } from '../site/feed-text';

/** The list of a page to be followed, or where it is found; nothing where there is none. */
export async function followed(
  installation: Installation,
  { address, kind }: { address: string; kind: FeedKind },
  chosen = new URLSearchParams(),
  audience: Audience = undefined,
): Promise<
  | { body: string; headers: Record<'ETag' | 'Content-Type' | 'Cache-Control', string> & { Vary?: string } }
  | { movedTo: string }
  | undefined
> {
  const { secret, settings } = installation;
  const body = await asVisitor(installation, audience, (seen) =>
    feedOf(
      seen,
      address,
      kind,
      async (face) => signDrawn(secret, await drawFeedText(face, settings.address)),
      chosen,
    ),
  );
  if (typeof body !== 'string') return body;
  // Weak: the server packs it as it goes out, under the same ETag.
  const etag = `W/"${createHash('sha256').update(body).digest('base64url').slice(0, 22)}"`;
  return {
    body,
    headers: {
      ...(installation.model.document.accounts ? { Vary: 'Cookie' } : {}),
      'Content-Type': `${feedTypes[kind]}; charset=utf-8`,
      ETag: etag,
      'Cache-Control': audience ? 'private, no-cache' : 'no-cache',
    },
  };
}

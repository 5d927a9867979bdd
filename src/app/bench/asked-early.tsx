import { headers } from 'next/headers';
import type { ReactElement } from 'react';
import { Refusal } from '../../services/runtime';

/**
 * Has a browser ask for what a view asks once its scripts have come, so that the answers are there by then. Only where a
 * page is opened: who comes from another one has the scripts already, and may have the answers.
 */
export async function AskedEarly({
  addresses,
}: {
  /** As `questionAddress` tells them; where they follow from a question that is refused, nothing is asked. */
  addresses: () => Promise<readonly string[]>;
}): Promise<ReactElement | null> {
  if ((await headers()).has('rsc')) return null;
  const asked = await addresses().catch((error: unknown) => {
    if (error instanceof Refusal) return [];
    throw error;
  });
  return (
    <>
      {asked.map((href) => (
        <link key={href} rel="preload" as="fetch" crossOrigin="anonymous" href={href} />
      ))}
    </>
  );
}

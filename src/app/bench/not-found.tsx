import type { ReactElement } from 'react';
import { Plain } from '../../ui/plain';
import { Link } from '../../ui/link';

export default function NotFound(): ReactElement {
  return (
    <Plain title="There is nothing at this address">
      <p>It may have been moved, or put in the bin.</p>
      <p>
        <Link href="/bench">To the workspaces</Link>
      </p>
    </Plain>
  );
}

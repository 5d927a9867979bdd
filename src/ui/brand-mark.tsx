import type { ReactElement } from 'react';

/** The product's mark: a thing at hand inside its frame. */
export const BrandMark = ({ size = 26 }: { size?: number }): ReactElement => (
  <svg
    width={size}
    height={size}
    viewBox="0 0 26 26"
    fill="none"
    stroke="var(--ink)"
    strokeWidth="1.6"
    aria-hidden="true"
  >
    <path d="M2 8V2h6M18 2h6v6M24 18v6h-6M8 24H2v-6" />
    <rect x="8" y="8" width="10" height="10" fill="var(--verdigris)" stroke="none" />
  </svg>
);

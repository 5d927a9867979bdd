import { notFound } from 'next/navigation';

/** Every other address below /bench, so that none falls through to the visitor's site. */
export default function Nowhere(): never {
  notFound();
}

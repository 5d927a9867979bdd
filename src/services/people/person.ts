import type { PersonRow } from '../../store/people';

/** Somebody who is signed in. */
export interface Person extends PersonRow {
  session: string;
  endsAt: number;
}

import type { Stage } from '../../core/content/states';
import type { Id } from '../../core/ids';
import type { WaitingPlace } from '../../store/waiting-places';

/** A live version as an act remembers it: by the revision that holds its body, or with the body where none does. */
export interface ActVersion {
  id: number;
  starts: number;
  ends: number;
  /** The revision of the model under which its body was written. */
  model: number;
  at: number;
  by: number | null;
  revision?: number;
  body?: string;
}

/** A page's place as an act remembers it. */
export interface ActPlace {
  site: number;
  parent: Id | null;
  position: string;
  slug: string;
  address: string;
  category: Id | null;
  /** The places it is to take. */
  waiting?: WaitingPlace[];
}

/** What an act changed in a record, as it was before or as it is after. What it left alone is not told. */
export interface ActRecord {
  /** The revision that holds the body. */
  revision?: number;
  title?: string;
  stage?: Stage;
  binnedAt?: number | null;
  live?: ActVersion[];
  place?: ActPlace | null;
}

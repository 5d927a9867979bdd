import type { PersonRow } from '../../store/people';
import { forbidden } from '../runtime/refusal';

/** Somebody who is signed in. */
export interface Person extends PersonRow {
  session: string;
  endsAt: number;
}

/** Refuses whoever is held to a part of the content; `does` says what is everybody's: "keeps old addresses". */
export function expectWithoutLimits({ limits }: Person, does: string): void {
  if (limits) throw forbidden(`Only somebody without limits ${does}.`);
}

/** Stands for whatever revision there is: what a writer says who does not mind what others did (`If-Match: *`). */
export const ANY_REVISION = -1;

/** Whether what is kept is what a writer read. */
export const revisionMatches = (kept: number, read: number): boolean =>
  read === ANY_REVISION || kept === read;

/**
 * The header that names the act a call kept, so that it can be taken back: its id, and what was done. Plain,
 * for the browser too.
 */
export const ACT_HEADER = 'Clear-Frame-Act';

/** How many stand on one screen. */
export const PER_SCREEN = 50;
/** What is asked first: the first accounts of all. */
export const firstVisitors = { query: { limit: PER_SCREEN } };

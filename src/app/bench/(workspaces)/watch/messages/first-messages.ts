/** How many stand on one screen. */
export const PER_SCREEN = 50;
/** What is asked first: the newest messages of all. */
export const firstMessages = { query: { limit: PER_SCREEN } };

/** How many stand on one screen. */
export const PER_SCREEN = 30;
/** What is asked first: what waits to be looked at. */
export const firstComments = { query: { state: 'held', limit: PER_SCREEN } } as const;

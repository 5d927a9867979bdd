/** How many addresses by hand stand on one page of the table. */
export const PER_TABLE = 50;

/** What the table of addresses by hand asks first. */
export const firstByHand = { query: { offset: 0, limit: PER_TABLE } };

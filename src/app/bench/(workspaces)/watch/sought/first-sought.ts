/** How many stand on one page of the table. */
export const PER_TABLE = 50;

/** What the table of what was sought in vain asks first. */
export const firstSought = { query: { offset: 0, limit: PER_TABLE } };

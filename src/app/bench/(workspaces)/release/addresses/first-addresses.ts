/** How many old addresses stand on one page of the table. */
export const PER_TABLE = 50;

/** What the table of old addresses asks first. */
export const firstAddresses = { query: { offset: 0, limit: PER_TABLE } };

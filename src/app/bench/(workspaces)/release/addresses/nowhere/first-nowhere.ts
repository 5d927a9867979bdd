/** How many addresses that led nowhere stand on one page of the table. */
export const PER_TABLE = 20;

/** What the table of addresses that led nowhere asks first. */
export const firstNowhere = { query: { offset: 0, limit: PER_TABLE } };

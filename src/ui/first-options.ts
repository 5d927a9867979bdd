'use client';
import { createFilterOptions } from '@mui/material';

/** How many of what was found a box offers at once: more letters find the others. */
const OFFERED = 100;

/** Offers the first options that have what was typed in their labels: a box over thousands stays quick to open. */
export const firstOptions = <Option>() => createFilterOptions<Option>({ limit: OFFERED });

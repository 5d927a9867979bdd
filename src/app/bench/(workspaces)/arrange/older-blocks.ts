'use client';
import { createContext, useContext } from 'react';

const NONE: readonly string[] = [];

/** Keys of fields in blocks whose translation is older than its source, by the id of the block. */
export const OlderBlocks = createContext<Readonly<Record<string, readonly string[]>>>({});

export const useOlderIn = (block: string): readonly string[] => useContext(OlderBlocks)[block] ?? NONE;

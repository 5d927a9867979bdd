'use client';
import NextLink from 'next/link';
import type { ComponentProps, ReactElement } from 'react';
import { setOut } from './going';

/**
 * A link between screens. What it leads to is asked for when somebody goes there: a table of a hundred rows
 * would ask for a hundred screens at once.
 */
export const Link = (
  props: Omit<ComponentProps<typeof NextLink>, 'prefetch' | 'onNavigate' | 'href'> & { href: string },
): ReactElement => <NextLink prefetch={false} onNavigate={() => setOut(props.href)} {...props} />;

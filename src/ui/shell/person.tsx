'use client';
import { createContext, useContext } from 'react';
import type { PersonAnswer } from '../../contract/session';
import { may, type Act } from '../../core/roles';

export const PersonContext = createContext<PersonAnswer | undefined>(undefined);

/** Who is signed in. */
export function usePerson(): PersonAnswer {
  const person = useContext(PersonContext);
  if (!person) throw new Error('There is no signed-in person here.');
  return person;
}

/** Whether the signed-in person may do a thing. The server asks again. */
export const useMay = (act: Act): boolean => may(usePerson().role, act);

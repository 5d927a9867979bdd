'use client';
import { memo, useEffect, useState, type ReactElement } from 'react';
import type { PersonHere } from '../contract/presence';
import type { Id } from '../core/ids';
import { ask } from './ask';
import { inputId } from './kinds/input-id';
import look from './look/look.module.css';
import { Eyebrow } from './marks';

/** How often (ms) it is said that one is here. */
const EVERY = 8_000;

/** The slot in which an element stands, by its region's name. */
const slotAround = (element: Element): string | undefined =>
  element.closest('section[aria-label^="Slot "]')?.getAttribute('aria-label')?.slice('Slot '.length);

/** Where in a form one is: the label of the field with the focus, or the slot around it. */
function placeOf(element: Element | null, labels: ReadonlyMap<string, string>): string | undefined {
  for (let at = element; at; at = at.parentElement) {
    const label = labels.get(at.id);
    if (label !== undefined) return label;
  }
  return element ? slotAround(element) : undefined;
}

/** Who else has a record open, and where in it they are. It tells the others the same of oneself. */
export const HereNow = memo(function HereNow({
  record,
  fields,
}: {
  record: Id;
  fields: readonly { key: string; label: string }[];
}): ReactElement | null {
  const [others, setOthers] = useState<readonly PersonHere[]>([]);
  const said = JSON.stringify(fields.map(({ key, label }) => [inputId(key), label]));
  useEffect(() => {
    const labels = new Map(JSON.parse(said) as [string, string][]);
    let here = true;
    const say = () => {
      if (document.hidden) return;
      const at = placeOf(document.activeElement, labels);
      // Who cannot be told now is told the next time.
      ask('hereNow', { body: { record, ...(at === undefined ? {} : { at }) } }).then(
        ({ items }) => here && setOthers(items),
        () => {},
      );
    };
    say();
    const timer = setInterval(say, EVERY);
    document.addEventListener('visibilitychange', say);
    return () => {
      here = false;
      clearInterval(timer);
      document.removeEventListener('visibilitychange', say);
    };
  }, [record, said]);
  if (others.length === 0) return null;
  return (
    <section role="status">
      <Eyebrow end={others.length}>Here now</Eyebrow>
      {others.map(({ name, at }) => (
        <p key={name} className={look.small}>
          {name} is {at ? `in ${at}` : 'here'}
        </p>
      ))}
    </section>
  );
});

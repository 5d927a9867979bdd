import type { ReactElement } from 'react';
import type { ManyTried } from '../../../../contract/many';
import { Link } from '../../../../ui/link';
import look from '../../../../ui/look/look.module.css';
import styles from './many.module.css';

const number = (n: number): string => n.toLocaleString('en');

/** What a change of many comes to, before it is done: how many change, which cannot and why, and which pages may differ. */
export function ManyComes({ comes }: { comes: ManyTried }): ReactElement {
  const { total, looked, changed, same, held, firstHeld, pages } = comes;
  const of = looked < total ? `Of the first ${number(looked)} of ${number(total)}, ` : '';
  const sentences = [
    `${of}${number(changed)} ${changed === 1 ? 'changes' : 'change'}${changed === 0 ? ' nothing' : ''}.`,
    ...(same > 0 ? [`${number(same)} ${same === 1 ? 'says' : 'say'} so already.`] : []),
  ];
  if (changed === 0) sentences[0] = `${of}nothing changes.`;
  return (
    <div className={styles.comes} role="status">
      <p>{sentences.join(' ').replace(/^./, (first) => first.toUpperCase())}</p>
      {held > 0 && (
        <div>
          <p>
            {number(held)} {held === 1 ? 'stays' : 'stay'} as {held === 1 ? 'it is' : 'they are'}:
          </p>
          <ul>
            {firstHeld.map(({ id, title, why }) => (
              <li key={id}>
                <Link href={`/bench/open/${id}`}>{title || 'Without a name'}</Link> {why}
              </li>
            ))}
            {held > firstHeld.length && <li>and {number(held - firstHeld.length)} more</li>}
          </ul>
        </div>
      )}
      {pages.length > 0 && (
        <details>
          <summary>Visitors’ pages that may differ: {number(pages.length)}</summary>
          <ul>
            {pages.map(({ id, label, detail }) => (
              <li key={id}>
                {label} <span className={look.mono}>{detail}</span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </div>
  );
}

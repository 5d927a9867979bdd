import type { ReactElement } from 'react';
import type { NavigationItem } from '../core/site/navigation';
import type { SiteWords } from './words';

/** Where one line leads; a heading leads nowhere itself. */
const Line = ({ label, address, here }: NavigationItem): ReactElement =>
  address === undefined ? (
    <span className="over">{label}</span>
  ) : (
    <a href={address} aria-current={here && (here === 'page' ? 'page' : 'true')}>
      {label}
    </a>
  );

/** Pages below one another, all open. */
export const NavigationList = ({ items }: { items: readonly NavigationItem[] }): ReactElement => (
  <ul>
    {items.map((item, i) => (
      <li key={i}>
        <Line {...item} />
        {item.items.length > 0 && <NavigationList items={item.items} />}
      </li>
    ))}
  </ul>
);

/** The navigation in the head: what stands below its pages unfolds, one at a time, without script. */
export const HeadNavigation = ({
  items,
  words,
}: {
  items: readonly NavigationItem[];
  words: SiteWords;
}): ReactElement => (
  <nav className="main" aria-label={words.main}>
    <ul>
      {items.map((item, i) => (
        <li key={i}>
          {item.address !== undefined && <Line {...item} />}
          {item.items.length > 0 && (
            <details name="below">
              {item.address === undefined ? (
                <summary>{item.label}</summary>
              ) : (
                <summary aria-label={words.below(item.label)} />
              )}
              <NavigationList items={item.items} />
            </details>
          )}
        </li>
      ))}
    </ul>
  </nav>
);

import type { ReactElement, ReactNode } from 'react';
import look from './look/look.module.css';
import { Link } from './link';

export interface StemItem {
  key: string;
  label: ReactNode;
  detail?: ReactNode;
  href?: string;
}

const Item = ({ label, detail, href }: StemItem): ReactElement => (
  <li>
    {href ? <Link href={href}>{label}</Link> : label}
    {detail && <small>{detail}</small>}
  </li>
);

/** Reach on one stem: what a thing comes from, the thing itself, what it goes to. */
export function Stem({
  from,
  here,
  to,
  label,
}: {
  from: StemItem[];
  here: { label: string; detail?: string };
  to: StemItem[];
  label: string;
}): ReactElement {
  return (
    <ul className={look.stem} aria-label={label}>
      {from.map((item) => (
        <Item {...item} key={item.key} />
      ))}
      <li className={look.here} aria-current="true">
        {here.label}
        {here.detail && <small className={look.mono}>{here.detail}</small>}
      </li>
      {to.map((item) => (
        <Item {...item} key={item.key} />
      ))}
    </ul>
  );
}

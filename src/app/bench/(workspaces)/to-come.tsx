import type { ReactElement } from 'react';
import look from '../../../ui/look/look.module.css';

/** What a workspace that is not built yet will hold, in the order of its work. */
export function ToCome({
  title,
  holds,
}: {
  title: string;
  holds: [what: string, words: string][];
}): ReactElement {
  return (
    <section aria-labelledby="to-come" style={{ display: 'grid', gap: 10, maxWidth: '64ch' }}>
      <h2 id="to-come" className={look.eyebrow}>
        {title}
      </h2>
      <dl style={{ display: 'grid', gap: 8 }}>
        {holds.map(([what, words]) => (
          <div key={what} style={{ borderTop: '1px solid var(--rule-soft)', paddingTop: 8 }}>
            <dt style={{ fontWeight: 600 }}>{what}</dt>
            <dd className={look.pencil}>{words}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}

'use client';
import { Button } from '@mui/material';
import type { ReactElement } from 'react';
import type { ModelDocument } from '../../../../../core/model/document';
import { Chosen } from '../../../../../ui/chosen';
import look from '../../../../../ui/look/look.module.css';
import { useAsk } from '../../../../../ui/use-ask';

const COMMON = '';

/** Which site's house style is at hand, where there are several: the common one, or that of a site that has its own. */
export function SiteChoice({
  site,
  onSite,
  document: { houseStyle, siteStyles = {} },
  disabled,
  onOwn,
}: {
  /** By its key; nothing for the common one. */
  site: string;
  onSite: (site: string) => void;
  document: ModelDocument;
  disabled: boolean;
  onOwn: (styles: ModelDocument['siteStyles']) => void;
}): ReactElement | null {
  const { data } = useAsk('sites');
  const sites = data?.items ?? [];
  if (sites.length < 2) return null;
  const chosen = sites.find(({ key }) => key === site);
  const hasOwn = Object.hasOwn(siteStyles, site);
  const { [site]: _own, ...others } = siteStyles;
  return (
    <div className={look.acts} style={{ alignItems: 'end' }}>
      <Chosen
        id="style-site"
        label="House style of"
        value={site}
        options={[
          [COMMON, 'Every site'],
          ...sites.map(
            ({ key, label }) => [key, Object.hasOwn(siteStyles, key) ? `${label}, its own` : label] as const,
          ),
        ]}
        onChange={onSite}
      />
      {chosen && !hasOwn && (
        <>
          <span className={look.pencil}>{chosen.label} wears the one of every site.</span>
          {!disabled && (
            <Button size="small" onClick={() => onOwn({ ...siteStyles, [site]: houseStyle })}>
              Give it one of its own
            </Button>
          )}
        </>
      )}
      {chosen && hasOwn && !disabled && (
        <Button size="small" onClick={() => onOwn(Object.keys(others).length > 0 ? others : undefined)}>
          Let it wear the one of every site
        </Button>
      )}
    </div>
  );
}

'use client';
import { ToggleButton, ToggleButtonGroup } from '@mui/material';
import { useState, type ReactElement } from 'react';
import type { HouseStyle } from '../../../../../core/model/fresh/house-style';
import look from '../../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../../ui/marks';
import { useAsk } from '../../../../../ui/use-ask';
import { PageDrawing } from '../../page-drawing';
import { VisitorPreview } from '../../visitor-preview';
import { Labelled } from '../../../../../ui/labelled';
import { PageFinder } from '../../../../../ui/page-finder';

/** A real page of the site in a house style, by light or in the dark. */
export function StylePreview({ style }: { style: HouseStyle }): ReactElement {
  const [dark, setDark] = useState(false);
  const [chosen, setChosen] = useState<string>();
  const { data: tree } = useAsk('treeSeen');
  const page = chosen ?? tree?.pages[0]?.id ?? '';
  const { data } = useAsk('pagePreview', { path: { id: page } }, { enabled: page !== '' });
  return (
    <>
      <Eyebrow>On a real page</Eyebrow>
      <div className={look.acts}>
        {page !== '' && (
          <div style={{ flex: '1 1 200px' }}>
            <Labelled id="preview-page" label="Page">
              <PageFinder
                id="preview-page"
                value={page}
                onChoose={(next) => setChosen(next === '' ? undefined : next)}
              />
            </Labelled>
          </div>
        )}
        <ToggleButtonGroup
          exclusive
          size="small"
          value={dark ? 'dark' : 'light'}
          aria-label="Light or dark"
          onChange={(_, next: string | null) => {
            if (next) setDark(next === 'dark');
          }}
        >
          <ToggleButton value="light">By light</ToggleButton>
          <ToggleButton value="dark">In the dark</ToggleButton>
        </ToggleButtonGroup>
      </div>
      {style.textStyles.length > 0 && (
        <VisitorPreview label="Text styles" style={style} dark={dark}>
          {style.textStyles.map(({ key, label }) => (
            <p key={key} className={`t-${key}`} style={{ margin: '0 0 4px' }}>
              {label}: the water lay still.
            </p>
          ))}
        </VisitorPreview>
      )}
      {data && (
        <PageDrawing
          page={data.page}
          label="A page in this house style"
          items={3}
          style={style}
          dark={dark}
        />
      )}
    </>
  );
}

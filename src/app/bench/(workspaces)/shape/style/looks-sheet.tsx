'use client';
import type { ReactElement } from 'react';
import type { HouseStyle } from '../../../../../core/model/fresh/house-style';
import { Chosen } from '../../../../../ui/chosen';
import { without, YesRule } from '../../../../../ui/kinds/rule-inputs';
import styles from './style.module.css';

/** How the navigation, buttons, cards and the foot look, and how large words do. */
export function LooksSheet({
  style,
  onChange,
}: {
  style: HouseStyle;
  onChange: (part: Partial<HouseStyle>) => void;
}): ReactElement {
  const {
    type,
    navigation = 'plain',
    buttons = 'corners',
    cards = 'sheet',
    firstPage = 'hills',
    foot = 'none',
  } = style;
  const setType = (part: { [K in keyof HouseStyle['type']]?: HouseStyle['type'][K] | undefined }) =>
    onChange({ type: without<HouseStyle['type']>({ ...type, ...part }) });
  return (
    <div className={styles.pair}>
      <Chosen
        id="navigation-look"
        label="Navigation in the head"
        value={navigation}
        options={[
          ['plain', 'Words'],
          ['pills', 'Words in round frames'],
          ['side', 'All pages, in a column beside'],
        ]}
        onChange={(next) => onChange({ navigation: next })}
      />
      <Chosen
        id="button-look"
        label="Buttons"
        value={buttons}
        options={[
          ['corners', 'With the corners of everything'],
          ['pills', 'Round'],
        ]}
        onChange={(next) => onChange({ buttons: next })}
      />
      <Chosen
        id="card-look"
        label="Cards"
        value={cards}
        options={[
          ['sheet', 'On a sheet'],
          ['ruled', 'Under a ruled line'],
          ['coloured', 'On the further colours in turn'],
        ]}
        onChange={(next) => onChange({ cards: next })}
        {...(cards === 'coloured' && (style.colours ?? []).length === 0
          ? { help: 'There are no further colours yet: they stand under Colours.' }
          : {})}
      />
      <Chosen
        id="first-page-look"
        label="First page without a picture"
        value={firstPage}
        options={[
          ['hills', 'Over a line of hills'],
          ['panel', 'On a panel of the accent'],
          ['plain', 'Plain'],
        ]}
        onChange={(next) => onChange({ firstPage: next })}
      />
      <Chosen
        id="foot-look"
        label="Foot of the site"
        value={foot}
        options={[
          ['none', 'Under a ruled line'],
          ['tint', 'On a tint of the accent'],
          ['accent', 'On the accent'],
          ['ink', 'On the ink'],
        ]}
        onChange={(next) => onChange({ foot: next })}
      />
      <Chosen
        id="heading-weight"
        label="Weight of headings"
        value={String(type.weight ?? 600) as '500' | '600' | '700' | '800'}
        options={[
          ['500', 'Medium'],
          ['600', 'Semibold'],
          ['700', 'Bold'],
          ['800', 'Heavy'],
        ]}
        onChange={(next) =>
          setType({ weight: next === '800' ? 800 : next === '700' ? 700 : next === '500' ? 500 : 600 })
        }
      />
      <div>
        <YesRule
          label="Letters of large headings close together"
          value={type.tight ?? false}
          onChange={(tight) => setType({ tight: tight || undefined })}
        />
        <YesRule
          label="A page’s text begins with a large letter"
          value={type.firstLetter ?? false}
          onChange={(firstLetter) => setType({ firstLetter: firstLetter || undefined })}
        />
      </div>
    </div>
  );
}

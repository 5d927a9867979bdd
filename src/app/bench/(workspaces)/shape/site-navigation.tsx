'use client';
import type { ReactElement } from 'react';
import { usualHead, type SiteNavigation as Navigation } from '../../../../core/site/navigation';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import look from '../../../../ui/look/look.module.css';
import { Eyebrow } from '../../../../ui/marks';
import { NavigationShapeBoxes } from '../../../../ui/navigation-shape';
import styles from './shape.module.css';
import { useWorkingModel } from './working-model';

/** The navigations around every page: the one in its head, and the one in its foot where there is one. */
export function SiteNavigation(): ReactElement {
  const { document, mayChange, change } = useWorkingModel();
  const { head = usualHead, foot } = document.navigation ?? {};
  const put = (navigation: Navigation) => change((model) => ({ ...model, navigation }));
  return (
    <div className={styles.navigation}>
      <Eyebrow>Navigation</Eyebrow>
      <h3>In the head</h3>
      <p className={look.pencil}>
        The pages below the first one that stand in the navigation, as their types, the site and they
        themselves say. What is below them unfolds.
      </p>
      <div className={styles.pair}>
        <NavigationShapeBoxes
          id="head"
          shape={head}
          disabled={!mayChange}
          onChange={(next) => put({ head: next, ...(foot ? { foot } : {}) })}
        />
      </div>
      <h3>In the foot</h3>
      <YesRule
        label="There is a navigation in the foot"
        value={foot !== undefined}
        disabled={!mayChange}
        onChange={(has) => put({ head, ...(has ? { foot: usualHead } : {}) })}
      />
      {foot && (
        <>
          <p className={look.pencil}>
            The pages that are set to stand in the foot; those below one of them where they are set so too.
          </p>
          <div className={styles.pair}>
            <NavigationShapeBoxes
              id="foot"
              shape={foot}
              disabled={!mayChange}
              onChange={(next) => put({ head, foot: next })}
            />
          </div>
        </>
      )}
    </div>
  );
}

'use client';
import type { ReactElement } from 'react';
import type { JsonObject } from '../../../../core/json';
import {
  navigationStarts,
  parseNavigation,
  usualRule,
  type NavigationStart,
} from '../../../../core/site/navigation';
import { Chosen } from '../../../../ui/chosen';
import { NavigationShapeBoxes } from '../../../../ui/navigation-shape';

const startWords: Record<NavigationStart, string> = {
  top: 'The first page of the site',
  branch: 'The page that opens this branch',
  here: 'The page it stands on',
};

/** Which pages a navigation block leads to: below which page, how deep, and in which order. */
export function NavigationRule({
  block,
  path,
  disabled,
  onChange,
}: {
  block: JsonObject;
  /** Sets its inputs apart from those of other blocks. */
  path: string;
  disabled: boolean;
  onChange: (block: JsonObject) => void;
}): ReactElement {
  const rule = parseNavigation(block.navigation, '').rule ?? usualRule;
  const put = (navigation: JsonObject) => onChange({ ...block, navigation });
  return (
    <>
      <Chosen
        id={`${path}-from`}
        label="The pages below"
        disabled={disabled}
        value={rule.from}
        options={navigationStarts.map((each) => [each, startWords[each]] as const)}
        onChange={(from) => put({ ...rule, from })}
      />
      <NavigationShapeBoxes
        id={path}
        shape={rule}
        disabled={disabled}
        onChange={(shape) => put({ ...rule, ...shape })}
      />
    </>
  );
}

'use client';
import { useState, type ReactElement } from 'react';
import { isDay } from '../../../../core/content/day';
import { facetBounds } from '../../../../core/mapping/rule/facets';
import type { Field } from '../../../../core/model/document';
import { kindFor } from '../../../../core/model/kinds';
import { Chosen } from '../../../../ui/chosen';
import { TextBox } from '../../../../ui/text-box';
import type { SpokenFacet } from './visitor-filters';

type Step = number | string;

/** The steps that were typed, parted by commas or blanks, or what is wrong with them in words. */
function parseSteps(text: string, days: boolean): { steps: Step[] } | { fault: string } {
  const pieces = text.split(/[;\s]+|,(?!\d)|,(?=\d{4}-)/).filter(Boolean);
  const steps = pieces.map((piece): Step => (days ? piece : Number(piece.replace(',', '.'))));
  const [what, order] = days ? ['days, written 2026-11-24', 'Earliest'] : ['numbers', 'Least'];
  if (
    steps.length === 0 ||
    steps.some((step) => (typeof step === 'number' ? Number.isNaN(step) : !isDay(step)))
  )
    return { fault: `These are ${what}, one after the other.` };
  if (steps.length > facetBounds.steps) return { fault: `At most ${facetBounds.steps}.` };
  return steps.every((step, i) => i === 0 || (steps[i - 1] ?? step) < step)
    ? { steps }
    : { fault: `${order} first, each once.` };
}

/** Where spans begin. Half a list is told, and changes nothing yet. */
function StepsBox({
  id,
  label,
  days,
  steps,
  onChange,
}: {
  id: string;
  label: string;
  days: boolean;
  steps: readonly Step[];
  onChange: (steps: Step[]) => void;
}): ReactElement {
  const [typed, setTyped] = useState<string>();
  const read = typed === undefined ? undefined : parseSteps(typed, days);
  return (
    <TextBox
      id={id}
      label={label}
      value={typed ?? steps.join(', ')}
      faults={read && 'fault' in read ? [read.fault] : []}
      onChange={(text) => {
        setTyped(text);
        const next = parseSteps(text, days);
        if ('steps' in next) onChange(next.steps);
      }}
      onBlur={() => {
        if (read && 'steps' in read) setTyped(undefined);
      }}
    />
  );
}

const wholes = [
  ['month', 'Months'],
  ['year', 'Years'],
  ['steps', 'Spans of days'],
] as const;

/** How the values of a field are put together where visitors filter by it: in spans of numbers or days, months, years. */
export function FacetGroups({
  field,
  facet,
  onChange,
}: {
  field: Field;
  facet: SpokenFacet;
  onChange: (facet: SpokenFacet) => void;
}): ReactElement | null {
  const { facetTells } = kindFor(field);
  const steps = Array.isArray(facet.steps)
    ? facet.steps.filter((each): each is Step => typeof each === 'number' || typeof each === 'string')
    : undefined;
  const box = (
    <StepsBox
      id={`steps-${field.id}`}
      label={`${field.label}: spans begin at`}
      days={facetTells === 'days'}
      steps={steps ?? []}
      onChange={(next) => onChange({ field: facet.field, steps: next })}
    />
  );
  if (facetTells === 'numbers') return box;
  if (facetTells !== 'days') return null;
  return (
    <>
      <Chosen
        id={`by-${field.id}`}
        label={`${field.label}: in`}
        value={steps ? 'steps' : facet.by === 'year' ? 'year' : 'month'}
        options={wholes}
        onChange={(by) =>
          onChange(
            by === 'steps'
              ? { field: facet.field, steps: [`${new Date().getFullYear()}-01-01`] }
              : { field: facet.field, by },
          )
        }
      />
      {steps && box}
    </>
  );
}

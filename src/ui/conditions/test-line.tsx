'use client';
import { useState, type ReactElement } from 'react';
import { comparedInWords, comparisonWords } from '../../core/mapping/rule/condition-words';
import type { Test } from '../../core/mapping/rule/listing-rule';
import { parseCondition, valuesTaken } from '../../core/mapping/rule/parse/condition';
import type { Fielded } from '../../core/model/compile';
import { isJsonObject, type Json } from '../../core/json';
import { ChipSheet } from '../chip';
import { WordChoice } from '../word-choice';
import { useModel } from '../model-in-force';
import { useKnown } from '../use-known';
import { askedBy, comparisonsOf, withComparison, type SpokenTest } from './rule-edit';
import { TestValue } from './pickers-later';

/** What is said while something is still to be chosen. */
const TO_CHOOSE = 'choose…';

/** The test as it is kept, where it is whole. */
const useKept = (type: Fielded, test: SpokenTest): Test | undefined => {
  const { condition, faults } = parseCondition(useModel(), type, { ...test } as Json, '');
  return faults.length === 0 && 'field' in condition ? condition : undefined;
};

/** A test of a field as a sentence of words and chips: what is asked, how, and with what it is compared. */
export function TestLine({
  type,
  test,
  disabled,
  added,
  atPlace,
  onChange,
}: {
  type: Fielded;
  test: SpokenTest;
  disabled: boolean;
  /** Whether it was added just now: what it compares with is asked at once. */
  added: boolean;
  /** Whether what it compares with may come from the place it is asked at. */
  atPlace: boolean;
  onChange: (test: SpokenTest) => void;
}): ReactElement {
  const model = useModel();
  const asked = askedBy(model, type, test.field);
  const kept = useKept(type, test);
  const ids = [kept?.value].flat().filter((each): each is string => typeof each === 'string');
  const known = useKnown(ids);
  // A value that a comparison has no use for comes back with one that has.
  const [last, setLast] = useState(test.value);
  if (test.value !== undefined && test.value !== last) setLast(test.value);
  if (!asked) return <span>It asks a field that is gone.</span>;
  const { field, label } = asked;
  const fields = [...model.contentTypes, ...model.pageTypes].flatMap((each) => each.fields);
  const words =
    kept &&
    comparedInWords(field, kept, (id) => fields.find((each) => each.id === id), {
      locale: model.locale,
      known,
    });
  const valueLabel = `What ${label} is compared with`;
  const isHere = isJsonObject(test.value) && 'here' in test.value;
  return (
    <>
      <b>{label}</b>
      <WordChoice
        label={`How ${label} is compared`}
        value={test.is}
        options={comparisonsOf(field).map((is) => [is, comparisonWords[is]] as const)}
        disabled={disabled}
        onChange={(is) =>
          onChange(withComparison(field, { ...test, ...(last === undefined ? {} : { value: last }) }, is))
        }
      />
      {valuesTaken(test.is) !== 'none' && (
        <ChipSheet
          label={valueLabel}
          words={words || (isHere ? 'what is there' : TO_CHOOSE)}
          open={!words}
          disabled={disabled}
          startsOpen={added}
        >
          <TestValue
            atPlace={atPlace}
            field={field}
            test={test}
            disabled={disabled}
            onChange={(value) => onChange({ ...test, value })}
          />
        </ChipSheet>
      )}
    </>
  );
}

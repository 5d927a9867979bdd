'use client';
import { Button, IconButton, MenuItem, Select } from '@mui/material';
import { ArrowDown, ArrowUp, Plus, X } from 'lucide-react';
import { useState, type ReactElement } from 'react';
import { questionBounds, questionSorts, type QuestionSort } from '../../../../core/content/contact-questions';
import { pointer, type Fault } from '../../../../core/faults';
import { newId } from '../../../../core/ids';
import { isJsonObject, type Json, type JsonObject } from '../../../../core/json';
import { blocksGiven } from '../../../../core/content/block-edits';
import { YesRule } from '../../../../ui/kinds/rule-inputs';
import { Labelled } from '../../../../ui/labelled';
import look from '../../../../ui/look/look.module.css';
import { moved } from '../../../../ui/moved';
import { faultsBelow } from '../../../../ui/parse-form';
import { TextBox } from '../../../../ui/text-box';
import styles from './arrange.module.css';
import { asText } from './block-says';

const sortWords: Record<QuestionSort, string> = {
  line: 'On one line',
  text: 'In several lines',
  yesNo: 'With a tick',
  oneOf: 'By one of these choices',
};

const linesOf = (given: Json | undefined): string =>
  Array.isArray(given) ? given.filter((each) => typeof each === 'string').join('\n') : '';

/** The lines that say something. */
const bare = (text: string): string =>
  text
    .split('\n')
    .map((line) => line.trim())
    .filter(Boolean)
    .join('\n');

/** What of a question is said in a language; of the main one (empty) it says that itself. */
function saidIn(question: JsonObject, language: string): JsonObject {
  if (language === '') return question;
  const own = isJsonObject(question.translations) ? question.translations[language] : undefined;
  return isJsonObject(own) ? own : {};
}

/** A question with something of it said otherwise in a language. */
function saying(question: JsonObject, language: string, words: JsonObject): JsonObject {
  if (language === '') return { ...question, ...words };
  const { translations } = question;
  const others = isJsonObject(translations) ? translations : {};
  return {
    ...question,
    translations: { ...others, [language]: { ...saidIn(question, language), ...words } },
  };
}

/** One question: what it asks, how it is answered, and whether it must be. */
function OneQuestion({
  id,
  question,
  at,
  language,
  disabled,
  faults,
  onChange,
}: {
  id: string;
  question: JsonObject;
  at: number;
  language: string;
  disabled: boolean;
  faults: readonly Fault[];
  onChange: (question: JsonObject) => void;
}): ReactElement {
  const said = saidIn(question, language);
  const told = (part: string) =>
    faults.filter(({ path }) => path === `/${part}`).map(({ message }) => message);
  const hasChoices = question.sort === 'oneOf';
  const kept = linesOf(said.choices);
  // A line that is only begun is no choice yet, and stays where it is typed.
  const [typed, setTyped] = useState(kept);
  return (
    <>
      <TextBox
        id={`${id}-label`}
        label={`Question ${at + 1}`}
        value={asText(said.label)}
        onChange={(label) => onChange(saying(question, language, { label }))}
        disabled={disabled}
        faults={told('label')}
        {...(language === '' ? {} : { placeholder: asText(question.label) })}
        slotProps={{ input: { maxLength: questionBounds.label } }}
      />
      {language === '' && (
        <>
          <Labelled id={`${id}-sort`} label="Answered">
            <Select
              fullWidth
              size="small"
              disabled={disabled}
              value={asText(question.sort)}
              onChange={({ target }) => onChange({ ...question, sort: target.value })}
              labelId={`${id}-sort-label`}
              SelectDisplayProps={{ id: `${id}-sort` }}
            >
              {questionSorts.map((sort) => (
                <MenuItem key={sort} value={sort}>
                  {sortWords[sort]}
                </MenuItem>
              ))}
            </Select>
          </Labelled>
          <YesRule
            label="It must be answered"
            value={question.needed === true}
            onChange={(needed) => onChange({ ...question, needed })}
          />
        </>
      )}
      {hasChoices && (
        <TextBox
          key={language}
          id={`${id}-choices`}
          label="Choices, each on a line"
          multiline
          minRows={2}
          value={bare(typed) === bare(kept) ? typed : kept}
          onChange={(text) => {
            setTyped(text);
            onChange(saying(question, language, { choices: bare(text).split('\n') }));
          }}
          disabled={disabled}
          faults={told('choices')}
          {...(language === '' ? {} : { placeholder: linesOf(question.choices) })}
        />
      )}
    </>
  );
}

/** What a contact form asks besides the name, the e-mail address and the message of who writes. */
export function ContactQuestions({
  block,
  faults,
  disabled,
  language,
  path,
  onChange,
}: {
  block: JsonObject;
  faults: readonly Fault[];
  disabled: boolean;
  language: string;
  /** Sets its inputs apart from those of other blocks. */
  path: string;
  onChange: (block: JsonObject, typedIn?: string) => void;
}): ReactElement {
  const questions = blocksGiven(block.questions);
  const put = (next: readonly JsonObject[], typedIn?: string) =>
    onChange({ ...block, questions: [...next] }, typedIn && `${asText(block.id)} ${typedIn}`);
  return (
    <section className={styles.questions} aria-label="What it asks besides">
      <p className={`${look.pencil} ${look.small}`}>
        It asks for a name, an e-mail address and a message
        {questions.length === 0 ? ', and nothing besides.' : ', and besides:'}
      </p>
      {questions.map((question, i) => (
        <div key={asText(question.id)} className={styles.question}>
          <OneQuestion
            id={`${path}-question-${asText(question.id)}`}
            question={question}
            at={i}
            language={language}
            disabled={disabled}
            faults={faultsBelow(faults, pointer('', 'questions', i))}
            onChange={(next) =>
              put(
                questions.map((each, n) => (n === i ? next : each)),
                `question ${asText(question.id)}`,
              )
            }
          />
          {!disabled && language === '' && (
            <div className={styles.questionActs}>
              <IconButton
                aria-label={`Move question ${i + 1} up`}
                disabled={i === 0}
                onClick={() => put(moved(questions, i, i - 1))}
              >
                <ArrowUp size={15} />
              </IconButton>
              <IconButton
                aria-label={`Move question ${i + 1} down`}
                disabled={i === questions.length - 1}
                onClick={() => put(moved(questions, i, i + 1))}
              >
                <ArrowDown size={15} />
              </IconButton>
              <IconButton
                aria-label={`Take out question ${i + 1}`}
                onClick={() => put(questions.filter((_, n) => n !== i))}
              >
                <X size={15} />
              </IconButton>
            </div>
          )}
        </div>
      ))}
      {!disabled && language === '' && (
        <Button
          startIcon={<Plus size={15} />}
          disabled={questions.length >= questionBounds.questions}
          onClick={() => put([...questions, { id: newId(), sort: 'line', label: '' }])}
        >
          Add a question
        </Button>
      )}
    </section>
  );
}

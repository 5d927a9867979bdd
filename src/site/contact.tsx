import type { ComponentProps, ReactElement, ReactNode } from 'react';
import type { AskedQuestion } from '../core/content/contact-questions';
import {
  ANSWER,
  answerBounds,
  contactBounds,
  contactFields,
  nothingWritten,
  YES,
  type ContactField,
  type ContactState,
} from '../core/site/contact';
import type { DrawnBlock, VisitorPage } from '../core/site/visitor-page';
import { Face, type Level } from './face';
import { wordsFor, type SiteWords } from './words';

interface Props {
  block: DrawnBlock;
  level: Level;
  around: Pick<VisitorPage, 'address' | 'locale' | 'contact'>;
}

const autoComplete: Record<ContactField, string> = { name: 'name', email: 'email', message: 'off' };

interface Box extends Omit<ComponentProps<'input'>, 'id'> {
  id: string;
  label: ReactNode;
  fault?: string;
  /** So many lines; one where it is left out. */
  rows?: number;
}

/** A box under its label, with what is wrong with its words below it. */
function Answered({ id, label, fault, rows, type, ...rest }: Box): ReactElement {
  const { name, defaultValue, maxLength, required, autoComplete } = rest;
  const common = {
    ...{ id, name, defaultValue, maxLength, required, autoComplete },
    'aria-invalid': fault ? true : undefined,
    'aria-describedby': fault ? `${id}-fault` : undefined,
  };
  return (
    <p>
      <label htmlFor={id}>{label}</label>
      {rows ? <textarea rows={rows} {...common} /> : <input type={type} {...common} />}
      {fault && <Fault id={id} words={fault} />}
    </p>
  );
}

const Fault = ({ id, words }: { id: string; words: string }): ReactElement => (
  <span className="fault" id={`${id}-fault`}>
    {words}
  </span>
);

/** A question of the form's own, answered in its way. */
function Asked({
  id,
  question: { id: of, sort, label, needed, choices },
  state,
  words,
}: {
  id: string;
  question: AskedQuestion;
  state: ContactState | undefined;
  words: SiteWords['contact'];
}): ReactElement {
  const wrong = state?.answerFaults[of];
  const fault = wrong && words.faults[wrong](answerBounds[sort]);
  const said = state?.answers[of] ?? '';
  const name = `${ANSWER}${of}`;
  const asked = needed ? (
    label
  ) : (
    <>
      {label} <span className="optional">({words.optional})</span>
    </>
  );
  if (sort === 'line' || sort === 'text')
    return (
      <Answered
        id={id}
        label={asked}
        {...(fault ? { fault } : {})}
        name={name}
        type="text"
        defaultValue={said}
        maxLength={answerBounds[sort]}
        required={needed}
        {...(sort === 'text' ? { rows: 4 } : {})}
      />
    );
  const common = {
    ...{ id, name, required: needed },
    'aria-invalid': fault ? true : undefined,
    'aria-describedby': fault ? `${id}-fault` : undefined,
  };
  return (
    <p className={sort === 'yesNo' ? 'tick' : undefined}>
      {sort === 'yesNo' ? (
        <>
          <input type="checkbox" value={YES} defaultChecked={said === YES} {...common} />
          <label htmlFor={id}>{asked}</label>
        </>
      ) : (
        <>
          <label htmlFor={id}>{asked}</label>
          <select defaultValue={said} {...common}>
            <option value="">{words.choose}</option>
            {choices.map((choice) => (
              <option key={choice.value} value={choice.value}>
                {choice.words}
              </option>
            ))}
          </select>
        </>
      )}
      {fault && <Fault id={id} words={fault} />}
    </p>
  );
}

/**
 * A form in which visitors write to the people behind the site. It is sent as any form of a page is, without
 * script. Who receives it is not shown.
 */
export function Contact({ block, level, around }: Props): ReactElement {
  const words = wordsFor(around.locale).contact;
  const { link: _recipient, button, ...face } = block.face;
  const state = around.contact?.block === block.id ? around.contact : undefined;
  const { given = nothingWritten, faults = {} } = state ?? {};
  const { questions = [] } = block;
  const own = (field: ContactField) => {
    const fault = faults[field];
    return {
      label: words.fields[field],
      ...(fault ? { fault: words.faults[fault](contactBounds[field]) } : {}),
      name: field,
      type: field === 'email' ? 'email' : 'text',
      defaultValue: given[field],
      maxLength: contactBounds[field],
      required: true,
      autoComplete: autoComplete[field],
    };
  };
  const head = Object.keys(face).length > 0 && <Face face={face} level={level} />;
  if (state?.sent)
    return (
      <>
        {head}
        <p className="sent" role="status">
          {words.sent}
        </p>
      </>
    );
  return (
    <>
      {head}
      <form
        className="contact"
        method="post"
        encType="multipart/form-data"
        action={`${around.address}#b-${block.id}`}
        noValidate
      >
        <input type="hidden" name="block" value={block.id} />
        {block.token !== undefined && <input type="hidden" name="token" value={block.token} />}
        {state && (
          <p className="fault" role="alert">
            {state.tooMany ? words.tooMany : words.toMend}
          </p>
        )}
        {contactFields
          .filter((field) => field !== 'message')
          .map((field) => (
            <Answered key={field} id={`c-${block.id}-${field}`} {...own(field)} />
          ))}
        {questions.map((question) => (
          <Asked
            key={question.id}
            id={`c-${block.id}-${question.id}`}
            question={question}
            state={state}
            words={words}
          />
        ))}
        <Answered id={`c-${block.id}-message`} {...own('message')} rows={6} />
        <p className="trap" aria-hidden="true">
          <label htmlFor={`c-${block.id}-website`}>{words.leaveEmpty}</label>
          <input id={`c-${block.id}-website`} name="website" tabIndex={-1} autoComplete="off" />
        </p>
        <p>
          <button className="button" type="submit">
            {button?.[0]?.words ?? words.send}
          </button>
        </p>
      </form>
    </>
  );
}

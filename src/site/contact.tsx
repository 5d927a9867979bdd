import type { ReactElement } from 'react';
import { contactBounds, contactFields, nothingWritten, type ContactField } from '../core/site/contact';
import type { DrawnBlock, VisitorPage } from '../core/site/visitor-page';
import { Face, type Level } from './face';
import { wordsFor } from './words';

interface Props {
  block: DrawnBlock;
  level: Level;
  around: Pick<VisitorPage, 'address' | 'locale' | 'contact'>;
}

const autoComplete: Record<ContactField, string> = { name: 'name', email: 'email', message: 'off' };

/**
 * A form in which visitors write to the people behind the site. It is sent as any form of a page is, without
 * script. Who receives it is not shown.
 */
export function Contact({ block, level, around }: Props): ReactElement {
  const words = wordsFor(around.locale).contact;
  const { link: _recipient, button, ...face } = block.face;
  const state = around.contact?.block === block.id ? around.contact : undefined;
  const { given = nothingWritten, faults = {} } = state ?? {};
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
        {state && (
          <p className="fault" role="alert">
            {state.tooMany ? words.tooMany : words.toMend}
          </p>
        )}
        {contactFields.map((field) => {
          const id = `c-${block.id}-${field}`;
          const fault = faults[field];
          const localized = {
            id,
            name: field,
            defaultValue: given[field],
            maxLength: contactBounds[field],
            required: true,
            autoComplete: autoComplete[field],
            'aria-invalid': fault ? true : undefined,
            'aria-describedby': fault ? `${id}-fault` : undefined,
          };
          return (
            <p key={field}>
              <label htmlFor={id}>{words.fields[field]}</label>
              {field === 'message' ? (
                <textarea rows={6} {...localized} />
              ) : (
                <input type={field === 'email' ? 'email' : 'text'} {...localized} />
              )}
              {fault && (
                <span className="fault" id={`${id}-fault`}>
                  {words.faults[fault](contactBounds[field])}
                </span>
              )}
            </p>
          );
        })}
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

import type { ReactElement } from 'react';
import {
  commentAnchor,
  commentBounds,
  commentFields,
  type JustSaid,
  type DrawnComment,
  type DrawnComments,
} from '../core/site/comments';
import type { VisitorPage } from '../core/site/visitor-page';
import { sayingsFor, type SiteSayings } from './sayings';

type Words = SiteSayings['comments'];

interface Around {
  address: string;
  locale: string;
  words: Words;
  /** What the visitor just wrote, where it is in this form. */
  state: JustSaid | undefined;
}

/**
 * The form in which something is said, or a comment is answered. It is sent as any form of a page is, without
 * script.
 */
function Say({
  comments: { on, stamp = '', becomes },
  answers,
  around: { address, words, state },
}: {
  comments: DrawnComments;
  answers?: DrawnComment;
  around: Around;
}): ReactElement {
  const id = `say-${answers?.id ?? on}`;
  const faults = state?.faults ?? {};
  return (
    <form
      className="contact"
      method="post"
      encType="multipart/form-data"
      action={`${address}#comments`}
      noValidate
    >
      <input type="hidden" name="comments" value={on} />
      <input type="hidden" name="stamp" value={stamp} />
      {answers && <input type="hidden" name="answers" value={answers.id} />}
      {state && (
        <p className="fault" role="alert">
          {state.became === undefined ? words.toMend : words.became[state.became]}
        </p>
      )}
      {commentFields.map((field) => {
        const fault = faults[field];
        const common = {
          id: `${id}-${field}`,
          name: field,
          defaultValue: state?.given[field] ?? '',
          maxLength: commentBounds[field],
          required: true,
          'aria-invalid': fault ? (true as const) : undefined,
          'aria-describedby': fault ? `${id}-${field}-fault` : undefined,
        };
        return (
          <p key={field}>
            <label htmlFor={common.id}>{words.fields[field]}</label>
            {field === 'words' ? (
              <textarea rows={4} {...common} />
            ) : (
              <input type="text" autoComplete="nickname" {...common} />
            )}
            {fault && (
              <span className="fault" id={`${id}-${field}-fault`}>
                {words.faults[fault](commentBounds[field])}
              </span>
            )}
          </p>
        );
      })}
      <p className="trap" aria-hidden="true">
        <label htmlFor={`${id}-website`}>{words.leaveEmpty}</label>
        <input id={`${id}-website`} name="website" tabIndex={-1} autoComplete="off" />
      </p>
      <p>
        <button className="button" type="submit">
          {answers ? words.answer : words.say}
        </button>
      </p>
      <p className="note">{becomes === 'held' ? words.isHeld : words.isShown}</p>
    </form>
  );
}

/** One comment: whose it is, of when, and every line of it as it was written. */
function Comment({
  comment,
  comments,
  around,
}: {
  comment: DrawnComment;
  comments: DrawnComments;
  around: Around;
}): ReactElement {
  const { id, name, words: said, at, lang, isOwn, answers } = comment;
  const { locale, words, state } = around;
  const { stamp: _open, ...closed } = comments;
  const own = state?.answers === id ? state : undefined;
  return (
    <li id={commentAnchor(id)}>
      <p className="said-by">
        <b>{name}</b>
        {isOwn && <span className="own">{words.own}</span>}
        <time dateTime={at}>
          {new Intl.DateTimeFormat(locale, { dateStyle: 'long', timeZone: comments.zone }).format(
            new Date(at),
          )}
        </time>
      </p>
      {said.split(/\n{2,}/).map((paragraph, i) => (
        <p key={i} className="said" {...(lang === locale ? {} : { lang })}>
          {paragraph}
        </p>
      ))}
      {answers.length > 0 && (
        <ol>
          {answers.map((each) => (
            <Comment key={each.id} comment={each} comments={closed} around={around} />
          ))}
        </ol>
      )}
      {comments.stamp !== undefined && (
        <details open={own !== undefined}>
          <summary>{words.answerTo(name)}</summary>
          <Say comments={comments} answers={comment} around={{ ...around, state: own }} />
        </details>
      )}
    </li>
  );
}

/** What visitors say on a page, and where they say it. Only ever words: nothing in them becomes markup. */
export function Comments({ page }: { page: VisitorPage }): ReactElement | null {
  const { comments, commented, address, locale } = page;
  if (!comments) return null;
  const { said, stamp } = comments;
  if (said.length === 0 && stamp === undefined && !commented) return null;
  const words = sayingsFor(locale).comments;
  const isTaken = commented?.became === 'held' || commented?.became === 'shown';
  const around: Around = {
    address,
    locale,
    words,
    state: isTaken ? undefined : commented,
  };
  return (
    <section className="comments wide" id="comments" aria-labelledby="comments-name">
      <h2 id="comments-name">{words.heading(said.length)}</h2>
      {commented?.became !== undefined && isTaken && (
        <p className="sent" role="status">
          {words.became[commented.became]}
        </p>
      )}
      {said.length > 0 && (
        <ol>
          {said.map((each) => (
            <Comment key={each.id} comment={each} comments={comments} around={around} />
          ))}
        </ol>
      )}
      {stamp === undefined ? (
        <p className="note">{words.closed}</p>
      ) : (
        <Say
          comments={comments}
          around={{ ...around, state: around.state?.answers === undefined ? around.state : undefined }}
        />
      )}
    </section>
  );
}

import type { AskedQuestion, QuestionSort } from '../content/contact-questions';
import type { Id } from '../ids';

/** What a visitor fills in to write to the people behind a site. */
export const contactFields = ['name', 'email', 'message'] as const;
export type ContactField = (typeof contactFields)[number];

/** The most characters each may have. */
export const contactBounds: Record<ContactField, number> = { name: 120, email: 254, message: 5000 };

/** What can be wrong with one of them: nothing in it, too much, or no e-mail address. */
export type ContactFault = 'missing' | 'long' | 'email';

/** What can be wrong with an answer to a question of the form: there is none, too much, or none of the choices. */
export type AnswerFault = Exclude<ContactFault, 'email'> | 'choice';

/** The most characters an answer may have, by how it is given. */
export const answerBounds: Record<QuestionSort, number> = { line: 200, text: 5000, yesNo: 3, oneOf: 80 };

/** What an answer that is given by a tick says. */
export const YES = 'yes';

/** By what name an answer is sent, behind which the id of its question stands. */
export const ANSWER = 'answer-';

/** What is wrong with the answers to some questions, by the ids of those. */
export const answerFaults = (
  questions: readonly AskedQuestion[],
  answers: Readonly<Record<Id, string>>,
): Record<Id, AnswerFault> =>
  Object.fromEntries(
    questions.flatMap(({ id, sort, needed, choices }): [Id, AnswerFault][] => {
      const answer = answers[id] ?? '';
      if (answer === '') return needed ? [[id, 'missing']] : [];
      if (answer.length > answerBounds[sort]) return [[id, 'long']];
      const isOther =
        (sort === 'oneOf' && !choices.some(({ value }) => value === answer)) ||
        (sort === 'yesNo' && answer !== YES);
      return isOther ? [[id, 'choice']] : [];
    }),
  );

/** What a visitor wrote in a contact form, as it was read. */
export interface WrittenMessage {
  /** The block whose form it is. */
  block: string;
  given: Record<ContactField, string>;
  /** What was answered to the form's own questions, by their ids. */
  answers: Record<Id, string>;
  faults: Partial<Record<ContactField, ContactFault>>;
  /** Whether something is filled in that no person sees. */
  byMachine: boolean;
}

/** What a visitor wrote in a contact form of a page, and what became of it. */
export interface ContactState {
  /** The block whose form it is. */
  block: string;
  sent: boolean;
  given: Record<ContactField, string>;
  answers: Record<Id, string>;
  faults: Partial<Record<ContactField, ContactFault>>;
  /** What is wrong with an answer, by the id of the question. */
  answerFaults: Record<Id, AnswerFault>;
  /** Whether too many messages came from the same place for this one to be taken now. */
  tooMany?: boolean;
}

export const nothingWritten: Record<ContactField, string> = { name: '', email: '', message: '' };

import { pointer, type Fault } from '../faults';
import { isId, newId, type Id } from '../ids';
import { isJsonObject, type Json, type JsonObject } from '../json';

/** How a question is answered: on one line, in several, with yes or not at all, by one of some choices. */
export const questionSorts = ['line', 'text', 'yesNo', 'oneOf'] as const;
export type QuestionSort = (typeof questionSorts)[number];

/** What a question says in another language; its choices in the order of those of the main one. */
export interface QuestionWords {
  label?: string;
  choices?: string[];
}

/** What a contact form asks besides the name, the e-mail address and the message. */
export interface Question {
  id: Id;
  sort: QuestionSort;
  label: string;
  /** Of what an answer is one. */
  choices?: string[];
  /** Whether it must be answered. */
  needed?: true;
  translations?: Record<string, QuestionWords>;
}

export const questionBounds = { questions: 12, label: 120, choices: 20, choice: 80 } as const;

const choicesGiven = (given: Json | undefined): string[] | undefined =>
  Array.isArray(given) && given.every((each) => typeof each === 'string')
    ? given.map((each) => each.trim()).filter(Boolean)
    : undefined;

/** What is too long or too many in the words of a question. */
function tooMuch({ label = '', choices = [] }: QuestionWords, path: string): Fault[] {
  const faults: Fault[] = [];
  const refuse = (at: string, message: string) => faults.push({ path: at, code: 'too-long', message });
  if (label.length > questionBounds.label)
    refuse(pointer(path, 'label'), `A question has at most ${questionBounds.label} characters.`);
  if (choices.length > questionBounds.choices)
    refuse(pointer(path, 'choices'), `A question has at most ${questionBounds.choices} choices.`);
  if (choices.some((choice) => choice.length > questionBounds.choice))
    refuse(pointer(path, 'choices'), `A choice has at most ${questionBounds.choice} characters.`);
  return faults;
}

function wordsGiven(given: JsonObject): QuestionWords {
  const choices = choicesGiven(given.choices);
  return {
    ...(typeof given.label === 'string' && given.label.trim() !== '' ? { label: given.label } : {}),
    ...(choices && choices.length > 0 ? { choices } : {}),
  };
}

function parseQuestion(given: Json, path: string, locales: readonly string[]): Question | Fault[] {
  if (!isJsonObject(given))
    return [{ path, code: 'kind', message: 'A question says how it is answered, and what it asks.' }];
  const sort = questionSorts.find((each) => each === given.sort);
  if (!sort)
    return [
      {
        path: pointer(path, 'sort'),
        code: 'kind',
        message: `A question is answered as one of ${questionSorts.join(', ')}.`,
      },
    ];
  const { label = '', choices } = wordsGiven(given);
  const others = Object.entries(isJsonObject(given.translations) ? given.translations : {}).flatMap(
    ([locale, each]): [string, QuestionWords][] => {
      const words = isJsonObject(each) && locales.includes(locale) ? wordsGiven(each) : {};
      return Object.keys(words).length > 0 ? [[locale, words]] : [];
    },
  );
  const faults = [
    ...tooMuch({ label, ...(choices ? { choices } : {}) }, path),
    ...others.flatMap(([locale, words]) => tooMuch(words, pointer(path, 'translations', locale))),
  ];
  if (faults.length > 0) return faults;
  return {
    id: typeof given.id === 'string' && isId(given.id) ? given.id : newId(),
    sort,
    label,
    ...(choices ? { choices } : {}),
    ...(given.needed === true ? { needed: true as const } : {}),
    ...(others.length > 0 ? { translations: Object.fromEntries(others) } : {}),
  };
}

/**
 * Reads the questions of a contact form; `locales` are the other languages of the site. Collects every fault
 * of shape; with any, nothing may be kept.
 */
export function parseQuestions(
  given: Json | undefined,
  path: string,
  locales: readonly string[],
): { questions: Question[]; faults: Fault[] } {
  if (given === undefined || given === null) return { questions: [], faults: [] };
  if (!Array.isArray(given))
    return { questions: [], faults: [{ path, code: 'kind', message: 'Questions are given as a list.' }] };
  if (given.length > questionBounds.questions) {
    const message = `A form asks at most ${questionBounds.questions} questions besides; there are ${given.length}.`;
    return { questions: [], faults: [{ path, code: 'too-many', message }] };
  }
  const seen = new Set<Id>();
  const questions: Question[] = [];
  const faults: Fault[] = [];
  for (const [i, each] of given.entries()) {
    const read = parseQuestion(each, pointer(path, i), locales);
    if (Array.isArray(read)) faults.push(...read);
    else questions.push(seen.has(read.id) ? { ...read, id: newId() } : read);
    if (!Array.isArray(read)) seen.add(read.id);
  }
  return { questions, faults };
}

const serializeWords = ({ label, choices }: QuestionWords): JsonObject => ({
  ...(label === undefined ? {} : { label }),
  ...(choices ? { choices } : {}),
});

/** Questions as they are spoken at the door. */
export const serializeQuestions = (questions: readonly Question[]): JsonObject[] =>
  questions.map(({ id, sort, needed, translations, ...words }) => ({
    id,
    sort,
    ...serializeWords(words),
    ...(needed ? { needed } : {}),
    ...(translations
      ? {
          translations: Object.fromEntries(
            Object.entries(translations).map(([locale, each]) => [locale, serializeWords(each)]),
          ),
        }
      : {}),
  }));

/** What in the questions of a form holds back publishing: one that asks nothing, or has nothing to choose from. */
export const questionFaults = (questions: readonly Question[], path: string): Fault[] =>
  questions.flatMap(({ label, sort, choices = [] }, i): Fault[] => [
    ...(label === ''
      ? [
          {
            path: pointer(path, i, 'label'),
            code: 'required',
            message: `Say what question ${i + 1} asks, or take it out.`,
          },
        ]
      : []),
    ...(sort === 'oneOf' && choices.length < 2
      ? [
          {
            path: pointer(path, i, 'choices'),
            code: 'too-few',
            message: `Give question ${i + 1} at least two choices.`,
          },
        ]
      : []),
  ]);

/** A question as visitors are asked it, in their language. */
export interface AskedQuestion {
  id: Id;
  sort: QuestionSort;
  label: string;
  needed: boolean;
  /** What is kept of each choice, and how it is said. */
  choices: { value: string; words: string }[];
}

/** Questions in a language; what is not said in it, as the main language says it. */
export const questionsIn = (questions: readonly Question[], language: string | undefined): AskedQuestion[] =>
  questions.map(({ id, sort, label, needed = false, choices = [], translations = {} }) => {
    const own = language === undefined ? undefined : translations[language];
    return {
      ...{ id, sort, needed },
      label: own?.label ?? label,
      choices: choices.map((value, i) => ({ value, words: own?.choices?.[i] ?? value })),
    };
  });

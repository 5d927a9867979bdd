'use client';
import { createContext, useContext, useMemo, type ReactElement, type ReactNode } from 'react';
import type { ModelAnswer } from '../contract/model';
import { CompiledModel } from '../core/model/compile';
import type { ModelDocument } from '../core/model/document';
import { useAsk } from './use-ask';

const Context = createContext<CompiledModel | undefined>(undefined);

/** The model in force, compiled once for everything below. */
export function useModel(): CompiledModel {
  const model = useContext(Context);
  if (!model) throw new Error('There is no model here.');
  return model;
}

/** What was made of the last document, for all who are sent it. */
let last: { text: string; answer: ModelAnswer } | undefined;

function parsed(revision: number, text: string): ModelAnswer {
  // What the server wrote as JSON is the model in force.
  if (last?.text !== text || last.answer.revision !== revision)
    last = { text, answer: { revision, document: JSON.parse(text) as ModelDocument } };
  return last.answer;
}

/**
 * Gives the model in force to everything below. It comes as text: a large model is written and read several times faster
 * so than as thousands of small parts of a page.
 */
export function ModelProvider({
  revision,
  document,
  children,
}: {
  revision: number;
  /** A model document, as JSON. */
  document: string;
  children: ReactNode;
}): ReactElement {
  const initial = useMemo(() => parsed(revision, document), [revision, document]);
  const { data = initial } = useAsk('model', {}, { initial });
  const newest = data.revision >= initial.revision ? data : initial;
  const model = useMemo(() => new CompiledModel(newest.document, newest.revision), [newest]);
  return <Context.Provider value={model}>{children}</Context.Provider>;
}

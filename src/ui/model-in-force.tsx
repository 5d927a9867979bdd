'use client';
import { createContext, use, useContext, useMemo, type ReactElement, type ReactNode } from 'react';
import type { ModelAnswer } from '../contract/model';
import { CompiledModel } from '../core/model/compile';
import { ask } from './ask';
import { modelAddress, modelSentHere } from './model-sent';
import { useAsk } from './use-ask';

const Context = createContext<CompiledModel | undefined>(undefined);

/** The model in force, compiled once for everything below. */
export function useModel(): CompiledModel {
  const model = useContext(Context);
  if (!model) throw new Error('There is no model here.');
  return model;
}

/** The model that was fetched last, which is the one that is in force. */
let last: { version: string; answer: Promise<ModelAnswer> } | undefined;

/** Has a model from where the browser keeps it; where it is there no more, the newest. */
async function fetched(version: string): Promise<ModelAnswer> {
  try {
    const response = await fetch(modelAddress(version));
    // What the server wrote there is a model as it answers one.
    if (response.ok) return (await response.json()) as ModelAnswer;
  } catch {
    // What did not come from there may come by the way that all answers come, or says why not.
  }
  return ask('model', {});
}

/** The model of a version; in a browser what stands on it waits until it is there. */
function useVersion(version: string): ModelAnswer {
  const here = modelSentHere(version);
  if (here) return here;
  if (last?.version !== version) last = { version, answer: fetched(version) };
  return use(last.answer);
}

/** What is compiled already is compiled once, also on the server. */
const compiled = new WeakMap<ModelAnswer, CompiledModel>();

function compile(answer: ModelAnswer): CompiledModel {
  const model = compiled.get(answer) ?? new CompiledModel(answer.document, answer.revision);
  compiled.set(answer, model);
  return model;
}

/**
 * Gives the model in force to everything below. A large one is many times a page: browsers have it from an
 * address of its own, and keep it. A page that came drawn stands as it is until then.
 */
export function ModelProvider({ version, children }: { version: string; children: ReactNode }): ReactElement {
  const initial = useVersion(version);
  const { data = initial } = useAsk('model', {}, { initial });
  const newest = data.revision >= initial.revision ? data : initial;
  const model = useMemo(() => compile(newest), [newest]);
  return <Context.Provider value={model}>{children}</Context.Provider>;
}

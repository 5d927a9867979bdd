'use client';
import { createContext, useContext, useMemo, type ReactElement, type ReactNode } from 'react';
import type { ModelAnswer } from '../contract/model';
import { CompiledModel } from '../core/model/compile';
import { useAsk } from './use-ask';

const Context = createContext<CompiledModel | undefined>(undefined);

/** The model in force, compiled once for everything below. */
export function useModel(): CompiledModel {
  const model = useContext(Context);
  if (!model) throw new Error('There is no model here.');
  return model;
}

export function ModelProvider({
  initial,
  children,
}: {
  initial: ModelAnswer;
  children: ReactNode;
}): ReactElement {
  const { data = initial } = useAsk('model', {}, { initial });
  const newest = data.revision >= initial.revision ? data : initial;
  const model = useMemo(() => new CompiledModel(newest.document, newest.revision), [newest]);
  return <Context.Provider value={model}>{children}</Context.Provider>;
}

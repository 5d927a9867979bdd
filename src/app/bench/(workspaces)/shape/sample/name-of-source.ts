import type { SampleSource } from './sample.worker';

/** What a list in a file is called, by the members that lead to it, or what it holds. */
export const nameOfList = ({ path, only }: NonNullable<SampleSource['list']>): string =>
  [...path, ...(only ? [only.value] : [])].join(' › ');

/** What is read is called: the file, and the list in it where `several` are read of it. */
export const nameOfSource = ({ file, list }: SampleSource, several: boolean): string =>
  several && list ? `${file.name} › ${nameOfList(list) || 'the list itself'}` : file.name;

import { partKeys, type Mapping, type PartKey } from './parts';

/** How far a part is filled among the entries of a listing. Counts, not shares. */
export interface PartCoverage {
  part: PartKey;
  /** Entries in which at least one chain finds a value. */
  filled: number;
  /** For each chain, how many entries each step would feed if the steps before it were empty there. */
  chains: number[][];
}

/** What must be counted to tell the coverage of a mapping: groups of fields, of which at least one must be filled. */
export interface CoverageQuestion {
  part: PartKey;
  /** Fixed words always fill. */
  always: boolean;
  fields: string[];
  steps: { chain: number; step: number; field?: string; before: string[] }[];
}

/** The questions behind a mapping's coverage, for the store to answer with one query over a sheet. */
export function coverageQuestions(mapping: Mapping): CoverageQuestion[] {
  return partKeys.flatMap((part): CoverageQuestion[] => {
    const chains = mapping[part] ?? [];
    if (chains.length === 0) return [];
    const steps = chains.flatMap((chain, c) => {
      const before: string[] = [];
      return chain.map((step, s) => {
        const question = {
          chain: c,
          step: s,
          before: [...before],
          ...('field' in step ? { field: step.field } : {}),
        };
        if ('field' in step) before.push(step.field);
        return question;
      });
    });
    return [
      {
        part,
        always: chains.some((chain) => chain.some((step) => 'words' in step)),
        fields: steps.flatMap(({ field }) => field ?? []),
        steps,
      },
    ];
  });
}

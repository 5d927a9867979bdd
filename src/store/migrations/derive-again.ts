import type { StepTransaction } from './step';

/**
 * Says that everything worked out from what is kept (index tables, references, titles, faults, search) is out of date,
 * so that the next start makes it anew. A migration never makes it itself: that would be code of its day in a frozen step.
 */
export const deriveAgain = async (tx: StepTransaction): Promise<void> => {
  await tx.run(
    "INSERT INTO settings (key, value) VALUES ('derived', 'stale') ON CONFLICT (key) DO UPDATE SET value = 'stale'",
  );
};

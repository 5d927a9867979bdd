/** What this tab saved last, each with its revision, the newest at the end. */
const KEY = 'clear-frame.last-saved';
/** More than somebody goes back through. */
const MOST = 50;

type Saved = [id: string, revision: number];

const isSaved = (each: unknown): each is Saved =>
  Array.isArray(each) && typeof each[0] === 'string' && typeof each[1] === 'number';

function read(): Saved[] {
  try {
    const kept: unknown = JSON.parse(window.sessionStorage.getItem(KEY) ?? '[]');
    return Array.isArray(kept) ? kept.filter(isSaved) : [];
  } catch {
    return [];
  }
}

/** Notes that something is known to be kept at a revision, for a screen of it that was drawn before. */
export function noteSaved(id: string, revision: number): void {
  if (lastSaved(id) >= revision) return;
  try {
    const others = read().filter(([other]) => other !== id);
    window.sessionStorage.setItem(KEY, JSON.stringify([...others, [id, revision]].slice(-MOST)));
  } catch {
    // Without a storage a screen that was drawn before shows what it knew then, and merges once something is saved.
  }
}

/** At which revision this tab knows something to be kept; 0 where it saved nothing of it. */
export const lastSaved = (id: string): number => read().find(([other]) => other === id)?.[1] ?? 0;

/** Review: notes at records, work that is given to people, and what each of them is to see to. */

export { colleagues, endGivenWork, giveWork } from './given';
export { addNote, answerNote, notes, settleNote } from './notes';
export { looked, today, waiting } from './today';

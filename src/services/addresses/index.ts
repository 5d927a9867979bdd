/** Addresses that somebody said lead elsewhere, and those that lead nowhere. */

export { answerHandAddress, handAddresses, nowhere, putAway } from './list';
export { addHandAddress, changeHandAddress, importHandAddresses, removeHandAddress } from './write';

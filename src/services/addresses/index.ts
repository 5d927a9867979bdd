/** Addresses that somebody said lead elsewhere, and those that lead nowhere. */

export { answerHandAddress, handAddresses, listedAddresses, nowhere, putAway } from './list';
export { addHandAddress, changeHandAddress, importHandAddresses, removeHandAddress } from './write';

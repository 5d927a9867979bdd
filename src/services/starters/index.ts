/** Starters: blocks and whole pages that are kept to be copied, with what is left to whoever writes there. */

export { starter, starters } from './answer';
export { addStarter, changeStarter, forgetStarter } from './write';

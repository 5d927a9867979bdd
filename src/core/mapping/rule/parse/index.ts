/** Reading listing rules, and conditions alone, as they are spoken at the door: fields and choices by their keys. */

export { parseCondition, valuesTaken } from './condition';
export { parseRule } from './rule';

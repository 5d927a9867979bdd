/** Work that takes longer than a request, or is due at a time: what each kind does, and what people see of it. */

export { doStep, isJobKind, laneOf, lanes, type Lane } from './doers';
export { countLongWork, longWork, stopLongWork, tryLongWorkAgain } from './list';
export { putTidying } from './tidy';

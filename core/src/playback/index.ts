export * from './random';
export * from './draws';
export { isAudible, type PlayLine, type PlayView } from './lines';
export * from './rings';
export * from './events';
export { eventKey, type PlayEvent } from './line-events';
export * from './lap';
export { roundAt } from './loop';
export * from './silence';

export type * from './played';
export type * from './take';
export * from './time-map';
export * from './pads';
export * from './note-values';
export * from './steps-in';

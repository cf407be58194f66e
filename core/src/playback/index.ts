export * from './random';
export * from './conditions';
export * from './lines';
export * from './sounding';
export * from './events';
export * from './lap';
export * from './silence';

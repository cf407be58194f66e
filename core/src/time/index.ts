export * from './ticks';
export * from './divisions';
export * from './grid';
export * from './meter';
export * from './tempo';
export * from './steps';

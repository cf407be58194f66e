export * from './ticks';
export * from './extremes';
export * from './divisions';
export * from './grid';
export * from './meter';
export * from './tempo';
export * from './seen-from';
export * from './steps';

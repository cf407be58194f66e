export * from './ticks';
export * from './divisions';
export * from './meter';
export * from './tempo';

export * from './gesture';
export * from './pick';

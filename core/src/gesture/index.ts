export * from './place';
export * from './gesture';
export * from './pick';
export * from './paint';
export * from './shapes';
export * from './hand';
export * from './sweep';

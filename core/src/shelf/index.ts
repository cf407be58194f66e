export * from './fit';
export * from './phrase';
export { READY_PHRASES } from './ready';

export * from './curve';
export * from './edit';
export * from './targets';
export * from './travel';

export * from './library';
export * from './alike';
export * from './settled';

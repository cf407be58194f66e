export * from './keys';
export * from './degrees';
export * from './names';

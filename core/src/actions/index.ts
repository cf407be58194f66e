export * from './action';
export * from './params';
export * from './amounts';
export { namedUnit, settingsInWords } from './settings-words';
export * from './registry';
export * from './perform';
export { NO_KEY } from './pitch/no-key';
export { stillStanding, type Taken } from './way-back';
export { stepsOfGroove } from './feel/groove';

/** All that is only needed where something is played in, as one piece of the page: what two pieces share would be read with the page itself. */
export { toggleRecording } from '../../acts/playing-in/record';
export { recordAgain } from '../../acts/playing-in/takes';
export { PlayInSheet } from './PlayInSheet';
export { RecordingSheet } from './RecordingSheet';
export { TakesSheet } from './TakesSheet';

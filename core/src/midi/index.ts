export { importMidi, type Imported, type ImportContext, type ImportReport } from './import';
export { exportMidi, type ExportMode } from './export';
export { MAX_FILE_BYTES, MAX_FILE_NOTES, refusal, type Mended, type Refusal } from './words';
export { keyOfFile } from './song-marks';

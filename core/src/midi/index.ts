export { importMidi, type Imported, type ImportContext, type ImportReport } from './import';
export { exportMidi, type ExportMode } from './export';
export { keyOfFile } from './song-marks';

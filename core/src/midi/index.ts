export { importMidi, type Imported, type ImportContext, type ImportReport } from './import';
export { exportMidi, type ExportMode, type MidiExport } from './export';
export { keyOfFile } from './song-marks';

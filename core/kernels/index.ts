/** The loops of the sound engine over samples, compiled to WebAssembly: AssemblyScript, a subset of TypeScript with number types.
 *  They work on single-precision samples in memory, in chunks of 64, at addresses that are whole multiples of 16 bytes; who calls them
 *  decides what lies where. Only + - x / are used, so the samples are the same on every machine. */
export * from './sources';
export * from './shaping';
export * from './mixing';

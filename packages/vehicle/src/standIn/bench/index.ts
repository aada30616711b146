export { type BenchOptions, makeBench, type StandInBench, voltsPerAmp } from './bench.js';
export { openStandInMeter } from './meter.js';
export { openStandInScope } from './scope.js';
export type { ScpiServer } from './scpiServer.js';

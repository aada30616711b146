import math from 'mathjs/lib/browser/math.js';

// Stands for the files of `parts` in Node.js, by the `imports` in package.json: a browser is sent the modules that it needs,
// but to load all thousand of them took longer than the rest of the server. Benchmark: start of the server.

export const makeErf = () => math;
export const makeParser = () => math;
// Units of its own: what is added to them is added once, however many copies of the core one program has.
export const makeUnits = () => math.create({});

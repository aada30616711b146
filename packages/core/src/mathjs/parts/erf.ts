import { create, erfDependencies } from 'mathjs';

export const makeErf = () => create({ ...erfDependencies });

import { create, createUnitDependencies, unitDependencies } from 'mathjs';

export const makeUnits = () => create({ ...unitDependencies, ...createUnitDependencies });
